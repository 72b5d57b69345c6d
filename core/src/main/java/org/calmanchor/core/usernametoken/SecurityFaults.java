package org.calmanchor.core.usernametoken;

import javax.xml.namespace.QName;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;

/** The faults of Web Services Security (SOAP Message Security 1.1, section 12). */
final class SecurityFaults {
  private SecurityFaults() {}

  /** The same for an unknown name and for a wrong password. */
  static SoapFaultException wrong() {
    return fault("FailedAuthentication", "The username token is not that of a caller known here.");
  }

  static SoapFaultException invalid(String sentence) {
    return fault("InvalidSecurity", sentence);
  }

  static SoapFaultException invalidToken(String sentence) {
    return fault("InvalidSecurityToken", sentence);
  }

  static SoapFaultException unsupported(String sentence) {
    return fault("UnsupportedSecurityToken", sentence);
  }

  static SoapFaultException expired() {
    return new SoapFaultException(
        new SoapFault(
            FaultCode.SENDER,
            new QName(SecurityNames.WSU, "MessageExpired"),
            "The message's Timestamp or Created is too old, or not yet valid; the clocks may"
                + " differ.",
            null));
  }

  private static SoapFaultException fault(String code, String sentence) {
    return new SoapFaultException(
        new SoapFault(FaultCode.SENDER, new QName(SecurityNames.WSSE, code), sentence, null));
  }
}
