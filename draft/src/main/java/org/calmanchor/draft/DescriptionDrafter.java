package org.calmanchor.draft;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.TypeSpec;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.read.Description;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.draft.text.SourceText;
import org.calmanchor.draft.text.UniqueNames;

/**
 * Writes the description of a class that cannot be edited: a {@link Description} with every choice
 * spelled out, to be changed.
 */
public final class DescriptionDrafter {
  /** What fits after the indentation of a call. */
  private static final int LINE = 90;

  private final Class<?> service;
  private final String namespace;
  private final String packageName;
  private final Description read;
  private final List<CodeBlock> calls = new ArrayList<>();

  private DescriptionDrafter(Class<?> service, String namespace, String packageName) {
    this.service = service;
    this.namespace = namespace;
    this.packageName = packageName;
    this.read = Description.of(service, namespace);
  }

  /**
   * A description that is drafted.
   *
   * @param draft its source
   * @param name the name of the class that has it
   * @param description what the source says
   */
  public record DraftedDescription(Draft draft, String name, Description description) {}

  /**
   * Drafts the description of all public methods of a class that are its own or inherited.
   *
   * @throws IllegalArgumentException when {@code packageName} is no name of a package, or the class
   *     has no public method
   */
  public static DraftedDescription draft(Class<?> service, String namespace, String packageName) {
    PackageNames.require(packageName);
    return new DescriptionDrafter(service, namespace, packageName).write();
  }

  /** Whether a method is for the program that owns the object, not for callers. */
  private static boolean isClose(Method method) {
    return method.getName().equals("close")
        && method.getParameterCount() == 0
        && method.getReturnType() == void.class;
  }

  private DraftedDescription write() {
    List<Method> methods =
        Arrays.stream(service.getMethods())
            .filter(method -> method.getDeclaringClass() != Object.class)
            .filter(method -> !Modifier.isStatic(method.getModifiers()) && !method.isSynthetic())
            .filter(method -> !isClose(method))
            .sorted(Comparator.comparing(Method::getName).thenComparing(Method::toString))
            .toList();
    if (methods.isEmpty()) {
      throw new IllegalArgumentException(service.getSimpleName() + " has no public method");
    }
    String named = service.getSimpleName();
    read.named(named);
    calls.add(CodeBlock.of(".named($S)", named));
    UniqueNames names = new UniqueNames();
    for (Method method : methods) {
      boolean isOverloaded =
          methods.stream().filter(m -> m.getName().equals(method.getName())).count() > 1;
      describe(method, isOverloaded, names.free(method.getName()));
    }
    UniqueNames types = new UniqueNames();
    for (Class<?> each : DataTypes.of(methods)) {
      describe(each, types.free(each.getSimpleName()));
    }
    String name = service.getSimpleName() + "Description";
    byte[] source = source(name);
    String folder = packageName.replace('.', '/') + "/";
    return new DraftedDescription(
        new Draft(Map.of(folder + name + ".java", source), Map.of(), List.of(), List.of()),
        name,
        read);
  }

  private void describe(Method method, boolean isOverloaded, String name) {
    List<CodeBlock> said = new ArrayList<>();
    List<String> parameters =
        Reflection.parameterNames(method, position -> "parameter" + (position + 1));
    boolean hasResult = method.getReturnType() != void.class;
    if (isOverloaded) {
      CodeBlock classes =
          Arrays.stream(method.getParameterTypes())
              .map(type -> CodeBlock.of("$T.class", type))
              .collect(CodeBlock.joining(", "));
      said.add(CodeBlock.of(".taking($L)", classes));
    }
    said.add(CodeBlock.of(".named($S)", name));
    if (!parameters.isEmpty()) {
      said.add(CodeBlock.of(".parameters($L)", quoted(parameters)));
    }
    if (hasResult) {
      said.add(CodeBlock.of(".result($S)", "result"));
    }
    calls.add(call("operation", CodeBlock.of("$S", method.getName()), "o", said));
    read.operation(
        method.getName(),
        operation -> {
          if (isOverloaded) {
            operation.taking(method.getParameterTypes());
          }
          operation.named(name);
          if (!parameters.isEmpty()) {
            operation.parameters(parameters.toArray(String[]::new));
          }
          if (hasResult) {
            operation.result("result");
          }
        });
  }

  /** A call that describes something; on several lines if it is long. */
  private static CodeBlock call(
      String method, CodeBlock what, String variable, List<CodeBlock> said) {
    CodeBlock oneLine =
        CodeBlock.of(
            ".$L($L, $L -> $L$L)",
            method,
            what,
            variable,
            variable,
            said.stream().collect(CodeBlock.joining("")));
    if (oneLine.toString().length() <= LINE) {
      return oneLine;
    }
    return CodeBlock.of(
        ".$L(\n$>$>$L,\n$L ->\n$>$>$L$L$<$<$<$<)",
        method,
        what,
        variable,
        variable,
        said.stream().collect(CodeBlock.joining("\n    ")));
  }

  private void describe(Class<?> type, String name) {
    boolean isOrdered = !type.isRecord() && !type.isInterface();
    String[] order =
        isOrdered
            ? Reflection.typeOf(type).properties().stream()
                .filter(JavaMember::isWritable)
                .map(member -> String.valueOf(member.name()))
                .toArray(String[]::new)
            : new String[0];
    List<CodeBlock> said = new ArrayList<>(List.of(CodeBlock.of(".named($S)", name)));
    if (order.length > 0) {
      said.add(CodeBlock.of(".order($L)", quoted(List.of(order))));
    }
    calls.add(call("type", CodeBlock.of("$T.class", type), "t", said));
    read.type(
        type,
        described -> {
          described.named(name);
          if (order.length > 0) {
            described.order(order);
          }
        });
  }

  private static String quoted(List<String> texts) {
    return texts.stream().map(text -> "\"" + text + "\"").collect(Collectors.joining(", "));
  }

  private byte[] source(String name) {
    CodeBlock.Builder body =
        CodeBlock.builder()
            .add("return $T.of($T.class, $S)", Description.class, service, namespace)
            .indent()
            .indent();
    calls.forEach(call -> body.add("\n").add(call));
    body.add("\n.read();\n").unindent().unindent();
    TypeSpec type =
        TypeSpec.classBuilder(ClassName.get(packageName, name))
            .addModifiers(
                javax.lang.model.element.Modifier.PUBLIC, javax.lang.model.element.Modifier.FINAL)
            .addJavadoc(
                """
                Describes {@link $T} as a service: which methods are operations, and what everything
                is called on the wire.
                """,
                service)
            .addMethod(
                MethodSpec.constructorBuilder()
                    .addModifiers(javax.lang.model.element.Modifier.PRIVATE)
                    .build())
            .addMethod(
                MethodSpec.methodBuilder("read")
                    .addModifiers(
                        javax.lang.model.element.Modifier.PUBLIC,
                        javax.lang.model.element.Modifier.STATIC)
                    .returns(Reading.class)
                    .addJavadoc(
                        "Reads the description, for a host to serve an object of the class.\n")
                    .addCode(body.build())
                    .build())
            .build();
    return SourceText.of(packageName, type);
  }
}
