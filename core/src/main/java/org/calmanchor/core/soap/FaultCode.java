package org.calmanchor.core.soap;

import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** Who caused a fault (SOAP 1.1, section 4.4.1; SOAP 1.2 part 1, section 5.4.6). */
public enum FaultCode {
  SENDER("Client", "Sender"),
  RECEIVER("Server", "Receiver"),
  MUST_UNDERSTAND("MustUnderstand", "MustUnderstand"),
  VERSION_MISMATCH("VersionMismatch", "VersionMismatch");

  private final String in11;
  private final String in12;

  FaultCode(String in11, String in12) {
    this.in11 = in11;
    this.in12 = in12;
  }

  /** The code's local name in that version. */
  public String name(SoapVersion version) {
    return version == SoapVersion.SOAP_1_1 ? in11 : in12;
  }

  /**
   * The HTTP status of a fault with this code (SOAP 1.1, section 6.2; SOAP 1.2 part 2, table 20).
   */
  public int httpStatus(SoapVersion version) {
    return version == SoapVersion.SOAP_1_2 && this == SENDER ? 400 : 500;
  }

  /** The code with that local name, or null if there is none. */
  public static @Nullable FaultCode of(SoapVersion version, String localName) {
    for (FaultCode code : values()) {
      if (code.name(version).equals(localName)) {
        return code;
      }
    }
    return null;
  }
}
