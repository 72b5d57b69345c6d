package org.calmanchor.core.model;

/** The two versions of SOAP, with what the standards fix for each. */
public enum SoapVersion {
  /** SOAP 1.1 (W3C Note, 8 May 2000). */
  SOAP_1_1(
      "http://schemas.xmlsoap.org/soap/envelope/",
      "text/xml",
      "http://schemas.xmlsoap.org/wsdl/soap/",
      "SOAP 1.1"),
  /** SOAP 1.2 (W3C Recommendation, second edition). */
  SOAP_1_2(
      "http://www.w3.org/2003/05/soap-envelope",
      "application/soap+xml",
      "http://schemas.xmlsoap.org/wsdl/soap12/",
      "SOAP 1.2");

  private final String envelope;
  private final String mediaType;
  private final String contentType;
  private final String wsdlBinding;
  private final String title;

  SoapVersion(String envelope, String mediaType, String wsdlBinding, String title) {
    this.envelope = envelope;
    this.mediaType = mediaType;
    this.contentType = mediaType + "; charset=utf-8";
    this.wsdlBinding = wsdlBinding;
    this.title = title;
  }

  /** The envelope's namespace, which decides the version of a message. */
  public String envelopeNamespace() {
    return envelope;
  }

  /** The media type of its messages over HTTP, without parameters. */
  public String mediaType() {
    return mediaType;
  }

  /** The content type of messages that we write: the media type, and UTF-8. */
  public String contentType() {
    return contentType;
  }

  /** The namespace of its WSDL 1.1 binding elements. */
  public String bindingNamespace() {
    return wsdlBinding;
  }

  /** The version's usual name. */
  public String title() {
    return title;
  }
}
