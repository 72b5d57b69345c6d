package org.calmanchor.core.conformance;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;

/** Advice about documents that conform, but cause trouble for code generators. */
final class Advice {
  /** Reserved words of at least one of Java, C# and Python. */
  private static final Set<String> RESERVED =
      Set.of(
          "abstract",
          "and",
          "as",
          "assert",
          "base",
          "bool",
          "break",
          "byte",
          "case",
          "catch",
          "char",
          "checked",
          "class",
          "const",
          "continue",
          "decimal",
          "def",
          "default",
          "del",
          "delegate",
          "do",
          "double",
          "elif",
          "else",
          "enum",
          "event",
          "except",
          "explicit",
          "extends",
          "extern",
          "false",
          "final",
          "finally",
          "fixed",
          "float",
          "for",
          "foreach",
          "from",
          "global",
          "goto",
          "if",
          "implements",
          "implicit",
          "import",
          "in",
          "instanceof",
          "int",
          "interface",
          "internal",
          "is",
          "lambda",
          "lock",
          "long",
          "namespace",
          "native",
          "new",
          "nonlocal",
          "not",
          "null",
          "object",
          "operator",
          "or",
          "out",
          "override",
          "package",
          "params",
          "pass",
          "private",
          "protected",
          "public",
          "raise",
          "readonly",
          "ref",
          "return",
          "sbyte",
          "sealed",
          "short",
          "sizeof",
          "stackalloc",
          "static",
          "strictfp",
          "string",
          "struct",
          "super",
          "switch",
          "synchronized",
          "this",
          "throw",
          "throws",
          "transient",
          "true",
          "try",
          "typeof",
          "uint",
          "ulong",
          "unchecked",
          "unsafe",
          "ushort",
          "using",
          "virtual",
          "void",
          "volatile",
          "while",
          "with",
          "yield");

  /**
   * Host names reserved for examples (RFC 2606, RFC 6963), names of the local machine, and the
   * placeholder in our own messages.
   */
  private static final Pattern PLACEHOLDER =
      Pattern.compile(
          "urn:(example|your-organisation)(:.*)?"
              + "|[a-z]+://([^/:]+\\.)?(example(\\.(com|net|org))?|invalid|localhost|127\\.0\\.0\\.1)"
              + "([:/].*)?",
          Pattern.CASE_INSENSITIVE);

  private final WsdlView wsdl;
  private final Findings findings;
  private final Predicate<XmlNode> isFollowed;

  Advice(WsdlView wsdl, Findings findings, Predicate<XmlNode> isFollowed) {
    this.wsdl = wsdl;
    this.findings = findings;
    this.isFollowed = isFollowed;
  }

  void run() {
    Set<String> judged = new HashSet<>();
    namespace(wsdl.definitions(), judged);
    wsdl.schemas().forEach(schema -> namespace(schema, judged));
    wsdl.schemas().forEach(this::schema);
    for (XmlNode service : wsdl.services()) {
      String name = service.attributeOr("name", "");
      wsdl.portTypes().stream()
          .filter(portType -> portType.attributeOr("name", "").equals(name))
          .forEach(
              same ->
                  findings.add(
                      Rule.SERVICE_LIKE_PORT_TYPE, service, "both are named " + name + "."));
    }
    Map<String, XmlNode> operations = new HashMap<>();
    for (XmlNode portType : wsdl.portTypes()) {
      for (XmlNode operation : portType.children(Names.WSDL, "operation")) {
        name(operation, "operation");
        differing(operations, operation, "operation");
      }
    }
    faults();
  }

  private void namespace(XmlNode node, Set<String> judged) {
    String namespace = node.attributeOr("targetNamespace", "");
    if (judged.add(namespace) && PLACEHOLDER.matcher(namespace).matches()) {
      findings.add(Rule.NAMESPACE_PLACEHOLDER, node, "the namespace is " + namespace + ".");
    }
  }

  private void faults() {
    for (XmlNode portType : wsdl.portTypes()) {
      for (XmlNode operation : portType.children(Names.WSDL, "operation")) {
        for (XmlNode fault : operation.children(Names.WSDL, "fault")) {
          XmlNode message =
              wsdl.parts().messages().get(fault.resolve(fault.attributeOr("message", "")));
          XmlNode part = message == null ? null : message.child(Names.WSDL, "part");
          if (message != null && part != null) {
            String element = part.resolve(part.attributeOr("element", "")).getLocalPart();
            if (element.equals(message.attribute("name"))) {
              findings.add(Rule.FAULT_LIKE_EXCEPTION, message, "both are named " + element + ".");
            }
          }
        }
      }
    }
  }

  /** Gives advice on a schema document. */
  static void schemaDocument(XmlNode schema, Findings findings, Predicate<XmlNode> isFollowed) {
    Advice advice =
        new Advice(
            new WsdlView(schema, new WsdlParts(List.of(), node -> null)), findings, isFollowed);
    advice.namespace(schema, new HashSet<>());
    advice.schema(schema);
  }

  private void schema(XmlNode schema) {
    Map<String, XmlNode> types = new LinkedHashMap<>();
    Map<String, XmlNode> elements = new LinkedHashMap<>();
    for (XmlNode child : schema.children()) {
      switch (child.name().getLocalPart()) {
        case "complexType", "simpleType" -> {
          differing(types, child, "type");
          name(child, "type");
        }
        case "element" -> differing(elements, child, "element");
        case "import", "include" -> {
          if (child.attribute("schemaLocation") != null && !isFollowed.test(child)) {
            String location = child.attributeOr("schemaLocation", "");
            findings.add(
                Rule.NOT_FOLLOWED,
                child,
                "it " + child.name().getLocalPart() + "s " + location + ".");
          }
        }
        default -> {}
      }
    }
    elements.forEach(
        (lower, element) -> {
          XmlNode type = types.get(lower);
          if (type != null) {
            findings.add(
                Rule.ELEMENT_LIKE_TYPE,
                element,
                "element "
                    + element.attribute("name")
                    + " stands beside type "
                    + type.attribute("name")
                    + ".");
          }
        });
    members(schema, "");
  }

  private void members(XmlNode node, String owner) {
    for (XmlNode child : node.children()) {
      String local = child.name().getLocalPart();
      String name = child.attributeOr("name", owner);
      if (!owner.isEmpty() && List.of("element", "attribute").contains(local)) {
        name(child, "member of " + owner);
      }
      members(child, owner.isEmpty() || child.attribute("name") != null ? name : owner);
    }
  }

  private void differing(Map<String, XmlNode> seen, XmlNode node, String kind) {
    String name = node.attributeOr("name", "");
    XmlNode other = seen.putIfAbsent(name.toLowerCase(Locale.ROOT), node);
    if (other != null && !name.equals(other.attribute("name"))) {
      findings.add(
          Rule.NAMES_DIFFER_IN_CASE,
          node,
          "there are " + kind + "s " + other.attribute("name") + " and " + name + ".");
    }
  }

  private void name(XmlNode node, String kind) {
    String name = node.attributeOr("name", "");
    if (RESERVED.contains(name)) {
      findings.add(Rule.RESERVED_WORD, node, article(kind) + " is named " + name + ".");
    } else if (!name.isEmpty() && !name.matches("[A-Za-z_][A-Za-z0-9_]*")) {
      findings.add(Rule.NO_IDENTIFIER, node, article(kind) + " is named " + name + ".");
    }
  }

  private static String article(String kind) {
    return (kind.startsWith("o") ? "an " : "a ") + kind;
  }
}
