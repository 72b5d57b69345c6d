package org.calmanchor.core.conformance;

import org.calmanchor.core.model.SoapVersion;

/** The profiles by which documents are judged, each for bindings of one version of SOAP. */
public enum Profile {
  /** WS-I Basic Profile 1.1. */
  BASIC_1_1("Basic Profile 1.1", SoapVersion.SOAP_1_1),
  /** WS-I Basic Profile 1.2. */
  BASIC_1_2("Basic Profile 1.2", SoapVersion.SOAP_1_1),
  /** WS-I Basic Profile 2.0. */
  BASIC_2_0("Basic Profile 2.0", SoapVersion.SOAP_1_2);

  private final String title;
  private final SoapVersion version;

  Profile(String title, SoapVersion version) {
    this.title = title;
    this.version = version;
  }

  /** The profile's usual name. */
  public String title() {
    return title;
  }

  /** The SOAP version whose bindings the profile applies to. */
  public SoapVersion version() {
    return version;
  }
}
