package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.problem.Uris;
import org.calmanchor.core.read.ExceptionReader.DeclaredFault;
import org.calmanchor.core.read.HeaderReader.ReadHeader;
import org.calmanchor.core.read.MemberReader.ReadElement;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/** Reads one method into an operation. */
final class OperationReader {
  private static final Set<String> STAGES =
      Set.of("java.util.concurrent.CompletionStage", "java.util.concurrent.CompletableFuture");

  private final AccessReader access;
  private final TypeReader types;
  private final HeaderReader headers;
  private final ExceptionReader faults;
  private final Problems problems;

  OperationReader(TypeReader types, AccessReader access) {
    this.access = access;
    this.types = types;
    this.headers = new HeaderReader(types);
    this.faults = new ExceptionReader(types);
    this.problems = types.problems();
  }

  /** An operation that was read: its elements, and its method. */
  record ReadOperation(
      String name,
      ElementDeclaration request,
      @Nullable ElementDeclaration response,
      List<ReadHeader> headers,
      List<DeclaredFault> faults,
      OperationMember member,
      OperationDeclaration given,
      Origin origin) {}

  ReadOperation read(String name, JavaMethod method, OperationDeclaration given, int position) {
    checkModifiers(method);
    checkAction(method, given);
    Origin origin = Origin.of(method.signature()).at(position);
    List<Particle> parameters = new ArrayList<>();
    List<PropertyMember> properties = new ArrayList<>();
    List<ReadHeader> blocks = new ArrayList<>();
    boolean needsProvider = readParameters(method, parameters, properties, blocks);
    JavaMember returned = method.result();
    boolean isAsynchronous = STAGES.contains(returned.type().name());
    JavaMember answered = isAsynchronous ? staged(returned) : returned;
    List<Particle> results = new ArrayList<>();
    PropertyMember result = null;
    if (answered.type().kind() != JavaType.Kind.VOID) {
      ReadElement read =
          types.members().element(answered, "result", types.namespace(), answered.signature());
      results.add(read.particle());
      result = new PropertyMember(NodeKind.ELEMENT, read.name(), answered, read.use(), 0);
    }
    List<DeclaredFault> declared = faults.faults(method);
    if (given.oneWay()) {
      checkOneWay(method, result, declared, blocks);
    }
    return new ReadOperation(
        name,
        wrapper(name, parameters, origin),
        given.oneWay() ? null : wrapper(responseName(name, method, given), results, origin),
        blocks,
        declared,
        new OperationMember(
            method,
            properties,
            given.oneWay() ? null : result,
            blocks.stream().map(ReadHeader::member).toList(),
            declared.stream().map(DeclaredFault::member).toList(),
            isAsynchronous,
            needsProvider,
            access.of(method, given.callers()),
            FreshForReader.read(method, answered.type(), given, problems),
            false,
            false),
        given,
        origin);
  }

  /** Reads the parameters; returns whether a provider of constraints has to check some of them. */
  private boolean readParameters(
      JavaMethod method,
      List<Particle> parameters,
      List<PropertyMember> properties,
      List<ReadHeader> blocks) {
    NameTable names = new NameTable(problems, method.signature());
    List<JavaMember> all = method.parameters();
    JavaMember stream = null;
    boolean needsProvider = false;
    for (int position = 0; position < all.size(); position++) {
      JavaMember parameter = all.get(position);
      if (headers.reads(parameter)) {
        ReadHeader block = headers.read(parameter, position);
        names.reserveHeader(block.element().name(), block.member().isOut(), parameter);
        needsProvider |= block.needsProvider();
        blocks.add(block);
        continue;
      }
      if (stream != null) {
        problems.add(
            ProblemCode.STREAM_NOT_LAST,
            stream.signature(),
            "a Stream is read while the method runs, so nothing can follow it in the message.",
            "Make it the last parameter, or a List.");
      }
      stream = Container.of(parameter.type()) == Container.STREAM ? parameter : null;
      ReadElement read =
          types.members().element(parameter, "", types.namespace(), parameter.signature());
      names.reserve(NodeKind.ELEMENT, read.name().getLocalPart(), parameter);
      needsProvider |= read.needsProvider();
      parameters.add(read.particle());
      properties.add(
          new PropertyMember(NodeKind.ELEMENT, read.name(), parameter, read.use(), position));
    }
    return needsProvider;
  }

  private JavaMember staged(JavaMember result) {
    if (result.type().arguments().size() == 1) {
      return new UnwrappedMember(result, result.type().arguments().get(0));
    }
    problems.add(
        ProblemCode.TYPE_ARGUMENTS,
        result.signature(),
        "the result of " + result.type().signature() + " is not known here.",
        "Write it, as in CompletionStage<Berth>.");
    return result;
  }

  private String responseName(String name, JavaMethod method, OperationDeclaration given) {
    return given.response().isEmpty()
        ? name + "Response"
        : problems.checkedName(given.response(), method, "@Operation", "response");
  }

  private ElementDeclaration wrapper(String name, List<Particle> particles, Origin origin) {
    return new ElementDeclaration(
        new QName(types.namespace(), name),
        ComplexType.sequence(particles, origin),
        false,
        "",
        origin);
  }

  private void checkModifiers(JavaMethod method) {
    if (!method.isPublic()) {
      problems.add(
          ProblemCode.OPERATION_NOT_PUBLIC,
          method.signature(),
          "it is marked as an operation but is not public.",
          "Write public before it, or remove @Operation.");
    }
    if (method.isStatic()) {
      problems.add(
          ProblemCode.OPERATION_STATIC,
          method.signature(),
          "it is marked as an operation but is static.",
          "Remove static, or remove @Operation.");
    }
  }

  private void checkAction(JavaMethod method, OperationDeclaration given) {
    if (!given.action().isEmpty() && !Uris.isAbsolute(given.action())) {
      problems.add(
          ProblemCode.ACTION_INVALID,
          method.signature(),
          "its action, \"" + given.action() + "\", is not an absolute URI.",
          "Write an absolute URI, or leave action out.");
    }
  }

  private void checkOneWay(
      JavaMethod method,
      @Nullable PropertyMember result,
      List<DeclaredFault> declared,
      List<ReadHeader> blocks) {
    boolean answersHeaders = blocks.stream().anyMatch(block -> block.member().isOut());
    if (result != null || !declared.isEmpty() || answersHeaders) {
      problems.add(
          ProblemCode.ONE_WAY_ANSWERS,
          method.signature(),
          "its caller gets no answer, but it has "
              + (result != null ? "a result" : answersHeaders ? "headers out" : "faults")
              + ".",
          "Let it return void and declare no fault, or remove oneWay.");
    }
  }
}
