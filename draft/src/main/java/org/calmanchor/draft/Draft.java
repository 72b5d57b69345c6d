package org.calmanchor.draft;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * Java source for the contract of a WSDL document: an interface for each port type, which names the
 * document, with records, enums, sealed types and exceptions for its types and faults.
 *
 * @param sources the Java files, by their paths below the folder of sources
 * @param resources the document and all that it imports, by their paths below the folder of
 *     resources
 * @param portTypes the interfaces
 * @param notes what was not drafted, and why; a sentence each
 */
public record Draft(
    Map<String, byte[]> sources,
    Map<String, byte[]> resources,
    List<DraftedPortType> portTypes,
    List<String> notes) {
  /** Copies the collections. */
  public Draft {
    sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
    resources = Collections.unmodifiableMap(new LinkedHashMap<>(resources));
    portTypes = List.copyOf(portTypes);
    notes = List.copyOf(notes);
  }

  /**
   * The interface of a port type.
   *
   * @param name the interface's name
   * @param service the name of the class that is to become its service; null if there is none
   * @param problems why there is none, although one was asked for
   */
  public record DraftedPortType(String name, @Nullable String service, List<Problem> problems) {
    /** Copies the problems. */
    public DraftedPortType {
      problems = List.copyOf(problems);
    }
  }
}
