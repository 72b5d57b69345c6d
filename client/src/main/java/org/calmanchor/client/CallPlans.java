package org.calmanchor.client;

import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.Handles;
import org.calmanchor.core.objects.JavaValueModel;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.JavaForm;
import org.calmanchor.core.read.Members;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.HeaderMember;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.Members.PropertyMember;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.jspecify.annotations.Nullable;

/** The plans of all methods of one interface. Immutable. */
final class CallPlans {
  private final Map<Method, CallPlan> plans = new HashMap<>();
  private final Map<SoapVersion, EnvelopeWriter> writers = new EnumMap<>(SoapVersion.class);
  private final List<SoapVersion> versions;

  private final Contract contract;
  private final Members members;
  private final CodecPlanner<JavaValueModel.Java> codecs;

  private CallPlans(Class<?> type, Reading reading) {
    contract = reading.contract();
    members = reading.members();
    codecs = new CodecPlanner<>(contract, new JavaValueModel(members));
    versions = contract.bindings().stream().map(Binding::version).distinct().toList();
    versions.forEach(version -> writers.put(version, new EnvelopeWriter(version, contract)));
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        plan(type, operation);
      }
    }
  }

  static CallPlans of(Class<?> type) {
    return new CallPlans(type, ContractReader.read(type));
  }

  /** The plan of a method, or null when it is no operation. */
  @Nullable CallPlan of(Method method) {
    return plans.get(method);
  }

  List<SoapVersion> versions() {
    return versions;
  }

  EnvelopeWriter writer(SoapVersion version) {
    EnvelopeWriter writer = writers.get(version);
    if (writer == null) {
      throw new IllegalStateException("no writer for " + version);
    }
    return writer;
  }

  private void plan(Class<?> type, Operation operation) {
    QName request = contract.bodyElement(operation.input().message()).name();
    OperationMember member = members.operations().get(request);
    if (member == null) {
      throw new IllegalArgumentException("no method stands for operation " + operation.name());
    }
    CallPlan plan = plan(operation, request, member);
    Method behind = (Method) Reflection.executableOf(member.method());
    for (Method method : type.getMethods()) {
      // An interface may declare the method of one above it again.
      if (method.getName().equals(behind.getName())
          && Arrays.equals(method.getParameterTypes(), behind.getParameterTypes())) {
        plans.put(method, plan);
      }
    }
  }

  private CallPlan plan(Operation operation, QName request, OperationMember member) {
    Operation.MessageUse output = operation.output();
    Map<QName, CallPlan.HeaderSlot> out = new LinkedHashMap<>();
    member.headers().stream()
        .filter(HeaderMember::isOut)
        .forEach(header -> out.put(header.element(), header(header)));
    Map<QName, CallPlan.RaisedFault> faults = new LinkedHashMap<>();
    for (FaultMember fault : member.faults()) {
      MessageCodec detail =
          codecs.plan(contract.element(fault.element()), new JavaValueModel.Detail(fault));
      faults.put(fault.element(), new CallPlan.RaisedFault(detail, Handles.raiser(fault)));
    }
    return new CallPlan(
        operation.name(),
        operation.input().action(),
        codecs.plan(contract.element(request), new JavaValueModel.Arguments(member)),
        output == null
            ? null
            : codecs.plan(
                contract.bodyElement(output.message()), new JavaValueModel.Result(member)),
        member.headers().stream().filter(header -> !header.isOut()).map(this::header).toList(),
        Map.copyOf(out),
        Map.copyOf(faults),
        member.isAsynchronous(),
        member.result() != null && endsInStream(List.of(member.result())),
        endsInStream(member.parameters()));
  }

  private static boolean endsInStream(List<PropertyMember> parameters) {
    return !parameters.isEmpty()
        && parameters.get(parameters.size() - 1).use() instanceof JavaForm.Many many
        && many.container() == Container.STREAM;
  }

  private CallPlan.HeaderSlot header(HeaderMember header) {
    JavaForm use = header.use() instanceof JavaForm.Maybe maybe ? maybe.of() : header.use();
    MessageCodec codec =
        codecs.plan(contract.element(header.element()), new JavaValueModel.Held(use));
    return new CallPlan.HeaderSlot(codec, header.position());
  }
}
