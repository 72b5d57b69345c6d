package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.tree.TreeMessages;
import org.jspecify.annotations.Nullable;

/**
 * A call as a Java program makes it with the typed client. Data types go by their names on the
 * wire, with their members in that order.
 */
public final class JavaCall {
  private static final Pattern METHOD = Pattern.compile("([\\w.$]+)\\.(\\w+)\\(.*");

  private final ServiceSite service;
  private final Contract contract;

  /** Calls of one service. */
  public JavaCall(ServiceSite service) {
    this.service = service;
    this.contract = service.contract();
  }

  /** The call of {@code operation} with these values, of a service at {@code address}. */
  public String write(String operation, Map<String, Object> values, String address) {
    Operation called = service.operation(operation);
    Matcher method = METHOD.matcher(called.origin().place());
    boolean isJava = method.matches();
    String port = isJava ? method.group(1) : service.name();
    String name = isJava ? method.group(2) : operation;
    ComplexType request = (ComplexType) contract.bodyElement(called.input().message()).type();
    List<String> arguments = arguments(request, values);
    boolean isVoid =
        called.output() == null
            || contract
                .members((ComplexType) contract.bodyElement(called.output().message()).type())
                .isEmpty();
    String call = "client.port()." + name + "(" + String.join(", ", arguments) + ");";
    return "TypedClient<%s> client =\n    TypedClient.of(%s.class, URI.create(\"%s\"));\n%s%s\n"
        .formatted(port, port, address, isVoid ? "" : "var result = ", call);
  }

  private List<String> arguments(ComplexType type, Map<?, ?> values) {
    List<String> arguments = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      Object value = values.get(TreeMessages.key(contract, type, attribute));
      arguments.add(one(attribute.type(), value));
    }
    if (type.content() instanceof ComplexType.Text text) {
      arguments.add(one(text.type(), values.get(TreeMessages.textKey(type))));
    } else {
      for (Member member : contract.members(type)) {
        arguments.add(member(member, values.get(member.name())));
      }
    }
    return arguments;
  }

  private String member(Member member, @Nullable Object value) {
    TypeUse type = member.element().type();
    if (!member.repeats()) {
      return one(type, value);
    }
    List<?> items = value instanceof List<?> list ? list : List.of();
    return "List.of("
        + String.join(", ", items.stream().map(item -> one(type, item)).toList())
        + ")";
  }

  private String one(TypeUse type, @Nullable Object value) {
    if (value == null) {
      return "null";
    }
    if (value instanceof Map<?, ?> fields) {
      if (fields.containsKey(TreeMessages.NIL_KEY)
          || !(contract.definition(type) instanceof ComplexType declared)) {
        return "null";
      }
      Object named = fields.get(TreeMessages.TYPE_KEY);
      ComplexType actual =
          contract.derived(declared).stream()
              .filter(each -> each.name() != null && each.name().getLocalPart().equals(named))
              .findFirst()
              .orElse(declared);
      String name = actual.name() == null ? "Object" : actual.name().getLocalPart();
      return "new " + name + "(" + String.join(", ", arguments(actual, fields)) + ")";
    }
    return literal(type, value.toString());
  }

  private String literal(TypeUse type, String text) {
    if (contract.definition(type) instanceof SimpleType simple
        && simple.name() != null
        && simple.variety() instanceof SimpleType.Restriction restriction
        && restriction.facets().stream().anyMatch(f -> f.kind() == Facet.Kind.ENUMERATION)) {
      return simple.name().getLocalPart() + "." + text;
    }
    String quoted = quoted(text);
    return switch (contract.builtIn(type).getLocalPart()) {
      case "boolean", "int", "short", "byte" -> text;
      case "long" -> text + "L";
      case "decimal" -> "new BigDecimal(" + quoted + ")";
      case "integer" -> "new BigInteger(" + quoted + ")";
      case "double", "float" -> "Double.parseDouble(" + quoted + ")";
      case "date" -> "LocalDate.parse(" + quoted + ")";
      case "time" -> "LocalTime.parse(" + quoted + ")";
      case "dateTime" ->
          (text.matches(".*(Z|[+-]\\d\\d:\\d\\d)") ? "Instant" : "LocalDateTime")
              + ".parse("
              + quoted
              + ")";
      case "duration" -> "Duration.parse(" + quoted + ")";
      case "base64Binary" -> "Base64.getDecoder().decode(" + quoted + ")";
      default -> quoted;
    };
  }

  private static String quoted(String text) {
    String escaped =
        text.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n").replace("\r", "\\r");
    return "\"" + escaped + "\"";
  }
}
