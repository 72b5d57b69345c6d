package org.calmanchor.web.page;

import java.net.URI;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.HeaderMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/**
 * Writes a call as Java code for the typed client: imports and statements. It compiles where the
 * service's types are accessible.
 */
public final class JavaCall {
  private static final String CLIENT = "org.calmanchor.client.TypedClient";

  private static final int LONG_LINE = 60;

  private final ServiceSite service;
  private final Reading reading;
  private final String address;

  /** Creates calls of a service at {@code address}. */
  public JavaCall(ServiceSite service, String address) {
    this.service = service;
    Reading read = service.reading();
    if (read == null) {
      throw new IllegalArgumentException("The contract was not made from Java here.");
    }
    this.reading = read;
    this.address = address;
  }

  /** The Java source of a call of {@code operation} with these values and header blocks. */
  public String write(
      String operation, Map<String, Object> values, Map<String, Object> headerBlocks) {
    Operation called = service.contract().operation(operation);
    OperationMember member = reading.members().operations().get(called.name());
    if (member == null) {
      throw new IllegalArgumentException(operation + " is not made from Java");
    }
    JavaSource source = new JavaSource();
    JavaValues expressions = new JavaValues(reading, source);
    List<JavaMember> parameters = member.method().parameters();
    String[] arguments = new String[parameters.size()];
    for (PropertyMember each : member.parameters()) {
      Object value =
          member.isBareRequest()
              ? bare(each.use(), values)
              : values.get(each.wireName().getLocalPart());
      arguments[each.position()] = expressions.of(each.use(), each.member().type(), value);
    }
    for (HeaderMember each : member.headers()) {
      JavaType type = parameters.get(each.position()).type();
      arguments[each.position()] =
          each.isOut()
              ? "new " + source.nameOf(type) + "<>()"
              : expressions.of(each.use(), type, headerBlocks.get(each.element().getLocalPart()));
    }
    if (isOverloaded(member.method())) {
      castNulls(arguments, parameters, source);
    }
    String call = "client.proxy()." + member.method().name() + joined(arguments);
    if (member.isAsynchronous()) {
      call += ".toCompletableFuture().join()";
    }
    String client = client(source);
    return source.imports()
        + "\n"
        + client
        + expressions.statements().stream().collect(Collectors.joining())
        + (member.result() == null ? "" : "var result = ")
        + call
        + ";\n";
  }

  /** The value of a body element that is the only argument. */
  private static @Nullable Object bare(JavaForm form, Map<String, Object> values) {
    boolean isSimple =
        form instanceof JavaForm.Simple
            || form instanceof JavaForm.Constant
            || form instanceof JavaForm.Restricted;
    return isSimple && values.size() == 1 ? values.values().iterator().next() : values;
  }

  /** Whether another method has the same name and number of parameters. */
  private boolean isOverloaded(JavaMethod method) {
    return reading.service().methods().stream()
            .filter(each -> each.name().equals(method.name()))
            .filter(each -> each.parameters().size() == method.parameters().size())
            .count()
        > 1;
  }

  /** A null without a type would fit several overloads. */
  private static void castNulls(
      String[] arguments, List<JavaMember> parameters, JavaSource source) {
    for (int i = 0; i < arguments.length; i++) {
      if (arguments[i].startsWith("null")) {
        arguments[i] = "(" + source.nameOf(parameters.get(i).type()) + ") " + arguments[i];
      }
    }
  }

  /** The arguments on one line, or on one line each if that would be too long. */
  private static String joined(String[] arguments) {
    String line = String.join(", ", arguments);
    return line.length() <= LONG_LINE
        ? "(" + line + ")"
        : "(\n    " + String.join(",\n    ", arguments) + ")";
  }

  private String client(JavaSource source) {
    String port = source.nameOf(reading.service());
    String client = source.nameOf(CLIENT);
    String hint =
        reading.service().kind() == JavaType.Kind.INTERFACE
            ? ""
            : "// The client needs an interface: move the annotations of %s to one.\n"
                .formatted(port);
    return "%s%s<%s> client =\n    %s.of(%s.class, %s.create(%s));\n"
        .formatted(
            hint,
            client,
            port,
            client,
            port,
            source.nameOf(URI.class),
            JavaLiterals.quoted(address));
  }
}
