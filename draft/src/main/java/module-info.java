/** Java source written from a contract, which is its user's from then on. */
module org.calmanchor.draft {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires com.palantir.javapoet;
  requires java.compiler;

  exports org.calmanchor.draft;
}
