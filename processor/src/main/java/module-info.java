/** Checks contracts while they are compiled, and passes on what only the source says. */
module org.calmanchor.processor {
  requires java.compiler;
  requires org.calmanchor.core;
  requires org.objectweb.asm.tree;
  requires static org.jspecify;

  provides javax.annotation.processing.Processor with
      org.calmanchor.processor.ContractProcessor,
      org.calmanchor.processor.AnnotationClaim;
}
