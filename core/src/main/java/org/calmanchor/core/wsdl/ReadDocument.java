package org.calmanchor.core.wsdl;

import java.util.List;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.Notice;
import org.calmanchor.core.model.Contract;

/**
 * What a WSDL document says.
 *
 * @param contract the contract; it has only what SOAP can carry
 * @param notices what was passed over
 * @param documents the document, and all that it imports
 */
public record ReadDocument(Contract contract, List<Notice> notices, DocumentSet documents) {
  /** Copies the notices. */
  public ReadDocument {
    notices = List.copyOf(notices);
  }
}
