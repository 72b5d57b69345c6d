package org.calmanchor.processor;

import java.util.Set;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.ProcessingEnvironment;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import javax.tools.Diagnostic;
import org.jspecify.annotations.Nullable;

/**
 * Checks every service of a compilation: each contract problem becomes an error of the compiler at
 * the element that causes it. What class files lose, such as Javadoc and the names of parameters,
 * it writes beside them. The compiler finds it by itself on its processor path.
 *
 * <p>Options: {@code calm.anchor.wsdl=FOLDER} writes the WSDL of each service into that folder of
 * the class files; {@code calm.anchor.address=URL} is the address in it, to which the name of the
 * port type is added if it ends with a slash; {@code calm.anchor.split=true} writes schemas as
 * documents of their own; {@code calm.anchor.resources=FOLDER} is where documents are looked for
 * that annotations name; {@code calm.anchor.javadoc=false} keeps Javadoc out of contracts.
 */
public final class ContractProcessor extends AbstractProcessor {
  private @Nullable Compilation compilation;

  /** Creates the processor; the compiler does. */
  public ContractProcessor() {}

  @Override
  public SourceVersion getSupportedSourceVersion() {
    return SourceVersion.latestSupported();
  }

  @Override
  public Set<String> getSupportedAnnotationTypes() {
    // Records and enums need no annotation of ours to be part of a contract.
    return Set.of("*");
  }

  @Override
  public Set<String> getSupportedOptions() {
    return Settings.NAMES;
  }

  @Override
  public synchronized void init(ProcessingEnvironment environment) {
    super.init(environment);
    try {
      compilation = new Compilation(environment, Settings.of(environment.getOptions()));
    } catch (IllegalArgumentException wrong) {
      environment.getMessager().printMessage(Diagnostic.Kind.ERROR, wrong.getMessage());
    }
  }

  @Override
  public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
    if (compilation != null && !round.processingOver()) {
      compilation.process(round);
    }
    return false;
  }
}
