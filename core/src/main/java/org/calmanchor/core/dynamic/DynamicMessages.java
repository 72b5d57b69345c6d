package org.calmanchor.core.dynamic;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultReader;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.tree.PlainValues;
import org.calmanchor.core.tree.TreeValueModel;
import org.calmanchor.core.tree.TreeValueModel.Checked;
import org.calmanchor.core.tree.ValueMembers;
import org.calmanchor.core.usernametoken.UsernameTokenWriter;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * The messages of a contract as plain trees of values: structures are maps by member name, repeated
 * elements lists, simple values their text. Safe for any number of threads.
 */
public final class DynamicMessages {
  private final Contract contract;
  private final Map<String, Plan> plans;
  private @Nullable Map<String, Plan> unchecked;
  private final Map<SoapVersion, EnvelopeWriter> writers = new HashMap<>();
  private final MessageOpener inputs = new MessageOpener(MessageLimits.DEFAULT);

  /** The layout of the XML text. */
  public enum Layout {
    /** Everything on one line. */
    COMPACT,
    /** One line for each element, indented. */
    INDENTED
  }

  /** {@code request} and {@code response} are null if the body is empty. */
  private record Plan(
      @Nullable MessageCodec request,
      boolean isAnswered,
      @Nullable MessageCodec response,
      Map<QName, MessageCodec> faults,
      Map<String, MessageCodec> headerBlocks) {}

  private DynamicMessages(Contract contract) {
    this.contract = contract;
    this.plans = plans(contract, Checked.READ);
    for (SoapVersion version : SoapVersion.values()) {
      writers.put(version, new EnvelopeWriter(version));
    }
  }

  private static Map<String, Plan> plans(Contract contract, Checked checked) {
    Map<String, Plan> plans = new LinkedHashMap<>();
    CodecPlanner<TreeValueModel.Untyped> planner =
        new CodecPlanner<>(contract, new TreeValueModel(contract, checked));
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        plans.put(operation.name(), plan(contract, planner, operation));
      }
    }
    return plans;
  }

  /** The plans that read values as they are written, valid or not. Most programs need none. */
  private synchronized Map<String, Plan> unchecked() {
    if (unchecked == null) {
      unchecked = plans(contract, Checked.NONE);
    }
    return unchecked;
  }

  private static Plan plan(
      Contract contract, CodecPlanner<TreeValueModel.Untyped> planner, Operation operation) {
    Map<QName, MessageCodec> faults = new HashMap<>();
    for (Operation.FaultUse fault : operation.faults()) {
      QName element = contract.message(fault.message()).onlyPart().element();
      faults.put(element, planner.plan(contract.element(element), TreeValueModel.Untyped.ANY));
    }
    return new Plan(
        codec(planner, contract.request(operation)),
        operation.output() != null,
        codec(planner, contract.response(operation)),
        faults,
        headerBlocks(contract, planner, operation));
  }

  private static @Nullable MessageCodec codec(
      CodecPlanner<TreeValueModel.Untyped> planner, @Nullable ElementDeclaration element) {
    return element == null ? null : planner.plan(element, TreeValueModel.Untyped.ANY);
  }

  private static Map<String, MessageCodec> headerBlocks(
      Contract contract, CodecPlanner<TreeValueModel.Untyped> planner, Operation operation) {
    Map<String, MessageCodec> headerBlocks = new LinkedHashMap<>();
    for (ElementDeclaration element : contract.requiredHeaders(operation)) {
      headerBlocks.put(
          element.name().getLocalPart(), planner.plan(element, TreeValueModel.Untyped.ANY));
    }
    return headerBlocks;
  }

  /** Creates the messages of {@code contract}. */
  public static DynamicMessages of(Contract contract) {
    return new DynamicMessages(contract);
  }

  /** The key of the type's name in the map of a structure that has subtypes. */
  public static final String TYPE_KEY = TreeValueModel.TYPE_KEY;

  /** The only key in the map of a nil element; its value is "true". */
  public static final String NIL_KEY = TreeValueModel.NIL_KEY;

  /** The key of content whose elements cannot be told by their names alone: a list. */
  public static final String CONTENT_KEY = TreeValueModel.CONTENT_KEY;

  /** The key of a text between elements, in an entry of such a list. */
  public static final String MIXED_KEY = TreeValueModel.MIXED_KEY;

  /**
   * Whether the map of a message has the members of its body element. Else the element is simple,
   * contains any element, or is of one of several types, and is the only entry of the map, at
   * {@link #ONLY_KEY}.
   */
  public static boolean hasMembers(Contract contract, ElementDeclaration element) {
    return contract.definition(element.type()) instanceof ComplexType type
        && !type.isAbstract()
        && !type.isAnyType()
        && !contract.holdsAny(type)
        && contract.derived(type).isEmpty();
  }

  /** The only key of a message whose body element is no structure. */
  public static final String ONLY_KEY = TreeValueModel.TEXT_KEY;

  /**
   * The key of an attribute in the map of its structure: the attribute's name, or "@" and the name
   * if an element has the same name.
   */
  public static String key(Contract contract, ComplexType type, AttributeUse attribute) {
    return TreeValueModel.key(contract, type, attribute);
  }

  /**
   * The elements in the map of a structure, each named by its key. What stands for a wildcard is
   * text here: its markup. Ordered content is one list of structures with one member each.
   */
  public static List<Member> members(Contract contract, ComplexType type) {
    return ValueMembers.of(contract, type);
  }

  /** The key of the text in the map of a structure with simple content. */
  public static String textKey(ComplexType type) {
    return TreeValueModel.textKey(type);
  }

  /**
   * Writes the request of {@code operation} with these values as an XML document in UTF-8. The
   * values may be invalid.
   *
   * @throws IllegalArgumentException when there is no such operation, or the values have members
   *     that the contract lacks; says where
   */
  public byte[] request(
      String operation, SoapVersion version, Map<String, ?> values, Layout layout) {
    return request(operation, version, values, Map.of(), layout);
  }

  /**
   * Writes the request of {@code operation} with header blocks, whose keys are the local names of
   * their elements.
   *
   * @throws IllegalArgumentException when there is no such operation or block, or the values have
   *     members that the contract lacks; says where
   */
  public byte[] request(
      String operation,
      SoapVersion version,
      Map<String, ?> values,
      Map<String, ?> headerBlocks,
      Layout layout) {
    return request(operation, version, values, headerBlocks, layout, null);
  }

  /**
   * The same with a username token before the blocks of the contract.
   *
   * @param token null for none
   */
  public byte[] request(
      String operation,
      SoapVersion version,
      Map<String, ?> values,
      Map<String, ?> headerBlocks,
      Layout layout,
      @Nullable UsernameTokenWriter token) {
    Plan plan = plan(operation);
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    if (token != null) {
      blocks.add(token::write);
    }
    headerBlocks.forEach(
        (name, value) -> {
          MessageCodec codec = plan.headerBlocks().get(name);
          if (codec == null) {
            throw new IllegalArgumentException(
                "there is no header block \""
                    + name
                    + "\"; there is "
                    + plan.headerBlocks().keySet());
          }
          blocks.add(out -> codec.write(out, value));
        });
    XmlOut out = XmlOut.held(layout == Layout.INDENTED);
    try {
      writer(version).write(out, blocks, body -> PlainValues.write(plan.request(), body, values));
    } catch (EncodeException unfit) {
      throw new IllegalArgumentException(unfit.getMessage(), unfit);
    }
    return out.bytes();
  }

  private EnvelopeWriter writer(SoapVersion version) {
    EnvelopeWriter writer = writers.get(version);
    if (writer == null) {
      throw new IllegalStateException("no writer for " + version);
    }
    return writer;
  }

  private Plan plan(String operation) {
    Plan plan = plans.get(operation);
    if (plan == null) {
      throw new IllegalArgumentException(
          "there is no operation \"" + operation + "\"; there is " + plans.keySet());
    }
    return plan;
  }

  /**
   * Reads {@code message}, a response of {@code operation}.
   *
   * @throws IllegalArgumentException when there is no such operation
   */
  public Outcome answer(String operation, byte[] message) {
    Plan plan = plan(operation);
    try (XmlIn in = inputs.open(new ByteArrayInputStream(message), null)) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      FaultReader fault = new FaultReader();
      if (!envelope.toBody(fault::block)) {
        return plan.isAnswered() && plan.response() == null
            ? new Outcome.Result(Map.of())
            : new Outcome.Unreadable("The body is empty.");
      }
      Outcome outcome =
          in.isAt(envelope.version().envelopeNamespace(), "Fault")
              ? new DynamicFault(fault, plan.faults()).read(in)
              : result(plan, in);
      envelope.end();
      return outcome;
    } catch (InvalidMessageException | SoapFaultException unreadable) {
      return new Outcome.Unreadable(String.valueOf(unreadable.getMessage()));
    }
  }

  /**
   * Reads {@code message}, a request whose simple values may be invalid: they are given as written.
   *
   * @throws IllegalArgumentException when it is no request of this contract; says why
   */
  public DynamicRequest request(byte[] message) {
    return request(message, unchecked());
  }

  /**
   * Reads {@code message}, a request that must be valid.
   *
   * @throws IllegalArgumentException when it is no valid request of this contract; says why
   */
  public DynamicRequest validRequest(byte[] message) {
    return request(message, plans);
  }

  private DynamicRequest request(byte[] message, Map<String, Plan> all) {
    try (XmlIn in = inputs.open(new ByteArrayInputStream(message), null)) {
      in.resources().keepInMemory();
      EnvelopeReader envelope = EnvelopeReader.open(in);
      Map<String, Object> headerBlocks = new LinkedHashMap<>();
      if (!envelope.toBody(block -> header(block, headerBlocks, all))) {
        throw new IllegalArgumentException("The body is empty.");
      }
      QName name = in.name();
      for (Map.Entry<String, Plan> plan : all.entrySet()) {
        MessageCodec codec = plan.getValue().request();
        if (codec != null && codec.name().equals(name)) {
          Map<String, Object> values = PlainValues.read(codec, in);
          envelope.end();
          return new DynamicRequest(plan.getKey(), envelope.version(), values, headerBlocks);
        }
      }
      throw new IllegalArgumentException("There is no operation " + name.getLocalPart() + ".");
    } catch (InvalidMessageException | SoapFaultException unreadable) {
      throw new IllegalArgumentException(unreadable.getMessage(), unreadable);
    }
  }

  private static boolean header(XmlIn in, Map<String, Object> headerBlocks, Map<String, Plan> all) {
    for (Plan plan : all.values()) {
      for (Map.Entry<String, MessageCodec> header : plan.headerBlocks().entrySet()) {
        if (header.getValue().name().equals(in.name())) {
          headerBlocks.put(header.getKey(), header.getValue().read(in));
          return true;
        }
      }
    }
    return false;
  }

  private static Outcome result(Plan plan, XmlIn in) {
    MessageCodec response = plan.response();
    if (response == null || !in.name().equals(response.name())) {
      return new Outcome.Unreadable(
          "The body holds " + in.localName() + ", not the operation's response.");
    }
    return new Outcome.Result(PlainValues.read(response, in));
  }
}
