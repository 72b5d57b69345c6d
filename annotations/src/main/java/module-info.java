/** The annotations that describe a SOAP service in Java. No dependency. */
module org.calmanchor.annotations {
  exports org.calmanchor.annotations;
}
