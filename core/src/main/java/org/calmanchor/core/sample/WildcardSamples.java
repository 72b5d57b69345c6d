package org.calmanchor.core.sample;

import java.util.Comparator;
import java.util.stream.Stream;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/** Sample elements for wildcards, as markup. */
record WildcardSamples(Contract contract, SimpleSamples texts) {
  private static final String NAMESPACE = "urn:example";

  /** Whether only a declared element is valid, and none with a simple value is known. */
  boolean isUnknown(Wildcard wildcard) {
    return wildcard.processing() == Wildcard.Processing.STRICT && declared(wildcard) == null;
  }

  private @Nullable ElementDeclaration declared(Wildcard wildcard) {
    return contract.schemas().stream()
        .filter(schema -> wildcard.namespaces().allows(schema.targetNamespace()))
        .flatMap(schema -> schema.elements().stream())
        .filter(element -> !element.substitution().isAbstract())
        .filter(element -> !(contract.definition(element.type()) instanceof ComplexType))
        .min(Comparator.comparing(element -> element.name().toString()))
        .orElse(null);
  }

  /** An element that is allowed; if none is known, one that shows the form. */
  String element(@Nullable Wildcard wildcard) {
    if (wildcard == null || wildcard.processing() != Wildcard.Processing.STRICT) {
      return "<any" + declaration(wildcard == null ? Wildcard.ANY : wildcard) + "/>";
    }
    ElementDeclaration declared = declared(wildcard);
    if (declared == null) {
      return "<any" + declaration(wildcard) + "/>";
    }
    String name = declared.name().getLocalPart();
    String text = texts.text(declared).replace("&", "&amp;").replace("<", "&lt;");
    return "<%s%s>%s</%s>"
        .formatted(name, namespace(declared.name().getNamespaceURI()), text, name);
  }

  private static String declaration(Wildcard wildcard) {
    return Stream.concat(Stream.of(NAMESPACE), wildcard.namespaces().names().stream().sorted())
        .filter(wildcard.namespaces()::allows)
        .findFirst()
        .map(WildcardSamples::namespace)
        .orElse("");
  }

  private static String namespace(String namespace) {
    return namespace.isEmpty()
        ? ""
        : " xmlns=\"" + namespace.replace("&", "&amp;").replace("\"", "&quot;") + "\"";
  }
}
