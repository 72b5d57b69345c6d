/** The annotations that describe a SOAP service in Java. No dependency, no code. */
module org.calmanchor.annotations {
  exports org.calmanchor.annotations;
}
