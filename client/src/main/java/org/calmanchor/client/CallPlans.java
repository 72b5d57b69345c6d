package org.calmanchor.client;

import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.Handles;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.objects.MethodCodecPlanner;
import org.calmanchor.core.objects.MethodCodecs;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.jspecify.annotations.Nullable;

/** The plans of all methods of one interface. Immutable. */
final class CallPlans {
  private final Map<Method, CallPlan> plans = new HashMap<>();
  private final Map<SoapVersion, EnvelopeWriter> writers = new EnumMap<>(SoapVersion.class);
  private final List<SoapVersion> versions;

  private CallPlans(Class<?> type, Reading reading) {
    Contract contract = reading.contract();
    MethodCodecPlanner codecs = new MethodCodecPlanner(reading);
    versions = contract.bindings().stream().map(Binding::version).distinct().toList();
    versions.forEach(version -> writers.put(version, new EnvelopeWriter(version)));
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        add(type, operation, codecs.plan(operation));
      }
    }
  }

  static CallPlans of(Class<?> type) {
    return new CallPlans(type, ContractReader.readToCall(type));
  }

  /** The plan of a method, or null if it is not an operation. */
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

  private void add(Class<?> type, Operation operation, MethodCodecs codecs) {
    CallPlan plan = plan(operation, codecs);
    Method behind = (Method) Reflection.executableOf(codecs.member().method());
    for (Method method : type.getMethods()) {
      // An interface may redeclare a method of its superinterface.
      if (method.getName().equals(behind.getName())
          && Arrays.equals(method.getParameterTypes(), behind.getParameterTypes())) {
        plans.put(method, plan);
      }
    }
  }

  private static CallPlan plan(Operation operation, MethodCodecs codecs) {
    Map<QName, HeaderCodec> out = new LinkedHashMap<>();
    codecs.headersOut().forEach(header -> out.put(header.element(), header));
    Map<QName, CallPlan.RaisedFault> faults = new LinkedHashMap<>();
    for (MethodCodecs.FaultCodec fault : codecs.faults()) {
      faults.put(
          fault.member().element(),
          new CallPlan.RaisedFault(fault.detail(), Handles.raiser(fault.member())));
    }
    OperationMember member = codecs.member();
    return new CallPlan(
        operation.name(),
        operation.input().action(),
        codecs.request(),
        codecs.response(),
        codecs.headersIn(),
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
}
