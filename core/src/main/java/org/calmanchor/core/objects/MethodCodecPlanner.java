package org.calmanchor.core.objects;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.constraint.Constraint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.objects.MethodCodecs.FaultCodec;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.HeaderMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/** Plans the codecs of the operations of one reading. Used once, by one thread. */
public final class MethodCodecPlanner {
  private final Contract contract;
  private final Members members;
  private final CodecPlanner<JavaValueModel.Java> codecs;
  private final Map<HeaderKey, MessageCodec> headers = new HashMap<>();

  /** Creates a planner for the operations of {@code reading}. */
  public MethodCodecPlanner(Reading reading) {
    this.contract = reading.contract();
    this.members = reading.members();
    this.codecs = new CodecPlanner<>(contract, new JavaValueModel(reading));
  }

  /** Identifies the codec of a header block: two operations may constrain it differently. */
  private record HeaderKey(QName element, Object form) {
    static HeaderKey of(QName element, JavaForm form) {
      if (form instanceof JavaForm.Simple simple) {
        List<String> words = simple.constraints().stream().map(Constraint::words).toList();
        return new HeaderKey(element, List.of(simple.type(), simple.row(), words));
      }
      return new HeaderKey(element, form);
    }
  }

  /**
   * Plans the codecs of {@code operation}.
   *
   * @throws IllegalArgumentException when the reading has no method for it
   */
  public MethodCodecs plan(Operation operation) {
    ElementDeclaration request = contract.request(operation);
    OperationMember member = members.operations().get(operation.name());
    if (member == null) {
      throw new IllegalArgumentException("no method stands for operation " + operation.name());
    }
    return new MethodCodecs(
        member,
        request == null ? null : request(request, member),
        response(operation, member),
        headers(member, false),
        headers(member, true),
        member.faults().stream().map(fault -> new FaultCodec(fault, detail(fault))).toList());
  }

  private MessageCodec request(ElementDeclaration element, OperationMember member) {
    if (!member.isBareRequest()) {
      return codecs.plan(element, new JavaValueModel.Arguments(member));
    }
    PropertyMember parameter = member.parameters().get(0);
    int arguments = member.method().parameters().size();
    return codecs
        .plan(element, new JavaValueModel.Held(parameter.use()))
        .within(new Scattered(arguments, new int[] {parameter.position()}));
  }

  private @Nullable MessageCodec response(Operation operation, OperationMember member) {
    ElementDeclaration element = contract.response(operation);
    if (element == null) {
      return null;
    }
    return member.isBareResponse() && member.result() != null
        ? codecs
            .plan(element, new JavaValueModel.Held(member.result().use()))
            .within(new Scattered(1, new int[1]))
        : codecs.plan(element, new JavaValueModel.Result(member));
  }

  private MessageCodec detail(FaultMember fault) {
    ElementDeclaration element = contract.element(fault.element());
    return fault.isBare()
        ? codecs
            .plan(element, new JavaValueModel.Held(fault.properties().get(0).use()))
            .within(Handles.exception(fault))
        : codecs.plan(element, new JavaValueModel.Detail(fault));
  }

  private List<HeaderCodec> headers(OperationMember member, boolean isOut) {
    return member.headers().stream()
        .filter(header -> header.isOut() == isOut)
        .map(this::header)
        .toList();
  }

  private HeaderCodec header(HeaderMember header) {
    boolean isOptional = header.use() instanceof JavaForm.Maybe;
    JavaForm form = header.use() instanceof JavaForm.Maybe maybe ? maybe.of() : header.use();
    MessageCodec codec =
        headers.computeIfAbsent(
            HeaderKey.of(header.element(), form),
            key -> codecs.plan(contract.element(key.element()), new JavaValueModel.Held(form)));
    return new HeaderCodec(codec, header.position(), header.required(), isOptional);
  }
}
