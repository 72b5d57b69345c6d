package org.calmanchor.core.sample;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.simple.SimpleExamples;
import org.jspecify.annotations.Nullable;

/** Sample values: valid, recognisable as samples, and always the same. */
public final class Samples {
  private final Contract contract;
  private final SimpleSamples texts;

  private Samples(Contract contract, Examples examples) {
    this.contract = contract;
    this.texts = new SimpleSamples(contract, examples, new SimpleExamples(contract));
  }

  /** Samples of messages of {@code contract}, which use {@code examples} where there are some. */
  public static Samples of(Contract contract, Examples examples) {
    return new Samples(contract, examples);
  }

  /**
   * Sample values for a request: every member has a value, lists are as short as possible, and
   * recursion ends early.
   */
  public Map<String, Object> request(Operation operation) {
    return body(contract.request(operation));
  }

  /**
   * Sample values for a response: every member has a value, lists are as short as possible, and
   * recursion ends early; empty for a one-way operation.
   */
  public Map<String, Object> response(Operation operation) {
    return body(contract.response(operation));
  }

  /** Sample values for the detail of a declared fault. */
  public Map<String, Object> fault(Operation.FaultUse fault) {
    return body(contract.bodyElement(fault.message()));
  }

  private Map<String, Object> body(@Nullable ElementDeclaration element) {
    return element == null ? Map.of() : new SampleStructure(contract, texts).body(element);
  }

  /** Sample values for the header blocks that a request must carry, by local name. */
  public Map<String, Object> headerBlocks(Operation operation) {
    return blocks(contract.requiredHeaders(operation));
  }

  /** Sample values for the header blocks that a response carries, by local name. */
  public Map<String, Object> answeredBlocks(Operation operation) {
    return blocks(contract.responseHeaders(operation));
  }

  private Map<String, Object> blocks(List<ElementDeclaration> elements) {
    Map<String, Object> blocks = new LinkedHashMap<>();
    for (ElementDeclaration element : elements) {
      new SampleStructure(contract, texts).add(blocks, new Member(element, 1, 1));
    }
    return blocks;
  }

  /**
   * Sample values for content whose elements cannot be told by their names alone: its one-entry
   * maps, in order.
   */
  public List<?> content(ComplexType type) {
    Object content =
        new SampleStructure(contract, texts).members(type).get(DynamicMessages.CONTENT_KEY);
    return content instanceof List<?> list ? list : List.of();
  }

  /** A sample element for a wildcard, as markup. */
  public String markup(Wildcard wildcard) {
    return new WildcardSamples(contract, texts).element(wildcard);
  }

  /** The declared example of a simple element, or a sample text. */
  public String text(ElementDeclaration element) {
    return texts.text(element);
  }

  /** The declared example of an attribute, or a sample text. */
  public String text(AttributeUse attribute) {
    return texts.text(attribute);
  }

  /** A sample text for a simple type; a free text is {@code name}. */
  public String text(TypeUse type, String name) {
    return texts.text(type, name);
  }
}
