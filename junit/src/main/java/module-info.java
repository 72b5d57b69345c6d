/** Services in tests with JUnit 5, and assertions with AssertJ. */
module org.calmanchor.junit {
  requires transitive org.calmanchor.host;
  requires transitive org.calmanchor.client;
  requires transitive org.calmanchor.checks;
  requires transitive org.calmanchor.standin;
  requires transitive org.junit.jupiter.api;
  requires transitive org.assertj.core;
  requires static transitive org.jspecify;
  requires java.xml;

  exports org.calmanchor.junit;
}
