package org.calmanchor.web.handbook;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.diff.Change;
import org.calmanchor.core.document.Notice;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.OutlineDepth;
import org.calmanchor.core.sample.SampleMessages;
import org.calmanchor.web.picture.ContractPicture;
import org.calmanchor.web.picture.PictureLinks;
import org.calmanchor.web.rendering.Templates;
import org.jspecify.annotations.Nullable;

/**
 * The handbook of a contract: one HTML file with all that a caller has to know, which needs no
 * server and can be printed. Immutable.
 */
public final class Handbook {
  private final Contract contract;
  private final Map<String, Access> access;
  private final List<Notice> notices;
  private final boolean hasLimits;
  private final @Nullable List<Change> changes;
  private final Outline outline;
  private final TypeChapters types;
  private final SampleExchanges exchanges;
  private final ContractPicture picture;

  /**
   * Creates the handbook of {@code contract}.
   *
   * @param examples the example values for its samples
   * @param access who may call each operation that asks for a caller, by its name
   * @param notices what the contract's document asks for, but cannot be used here
   * @param hasLimits whether the service is hosted here, so that our default limits hold
   * @param changes what has changed since an older contract; null if there is none
   */
  public Handbook(
      Contract contract,
      Examples examples,
      Map<String, Access> access,
      List<Notice> notices,
      boolean hasLimits,
      @Nullable List<Change> changes) {
    this.contract = contract;
    this.access = Map.copyOf(access);
    this.notices = List.copyOf(notices);
    this.hasLimits = hasLimits;
    this.changes = changes == null ? null : List.copyOf(changes);
    this.outline = Outline.of(contract, OutlineDepth.NAMED_TYPES);
    this.types = new TypeChapters(contract, outline);
    this.exchanges = new SampleExchanges(contract, SampleMessages.of(contract, examples));
    this.picture = new ContractPicture(contract, new Anchors());
  }

  /** Links from a picture to the chapters of the handbook. */
  private final class Anchors implements PictureLinks {
    @Override
    public String operation(String name) {
      return "#operation-" + name;
    }

    @Override
    public String component(String kind, QName name) {
      String id = kind.endsWith("Type") ? types.id(name) : "";
      return id.isEmpty() ? "" : "#" + id;
    }
  }

  /**
   * A port.
   *
   * @param name its name
   * @param version the version of SOAP
   * @param contentType the media type of its messages
   * @param address its URL; may be empty
   */
  public record PortLine(String name, String version, String contentType, String address) {}

  /** Who may call an operation, for people; empty if it does not ask for a caller. */
  public String callers(String operation) {
    Access known = access.get(operation);
    return known == null ? "" : known.toString();
  }

  /** The text of the file. */
  public String write() {
    return Templates.render(
        "handbook.jte",
        Map.of("book", this, "style", asset("handbook.css"), "script", asset("handbook.js")));
  }

  private static String asset(String name) {
    try (InputStream in =
        Handbook.class.getResourceAsStream("/org/calmanchor/web/assets/" + name)) {
      if (in == null) {
        throw new IllegalStateException("the library lacks its file " + name);
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** The name of the service. */
  public String name() {
    List<String> names =
        contract.services().isEmpty()
            ? contract.portTypes().stream().map(each -> each.name().getLocalPart()).toList()
            : contract.services().stream().map(each -> each.name().getLocalPart()).toList();
    return String.join(", ", names);
  }

  /** What the service does; may be empty. */
  public List<String> docs() {
    Set<String> docs = new LinkedHashSet<>();
    contract.services().forEach(each -> docs.add(each.doc()));
    contract.portTypes().forEach(each -> docs.add(each.doc()));
    docs.remove("");
    return List.copyOf(docs);
  }

  /** The namespaces of the messages, each once. */
  public List<String> namespaces() {
    return contract.schemas().stream()
        .filter(each -> !each.elements().isEmpty() || !each.types().isEmpty())
        .map(Schema::targetNamespace)
        .filter(each -> !each.isEmpty())
        .toList();
  }

  /** All ports. */
  public List<PortLine> ports() {
    List<PortLine> lines = new ArrayList<>();
    for (Service service : contract.services()) {
      for (Service.Port port : service.ports()) {
        var version = contract.binding(port.binding()).version();
        lines.add(
            new PortLine(port.name(), version.title(), version.contentType(), port.address()));
      }
    }
    return lines;
  }

  /** What the document asks for, but cannot be used here. */
  public List<Notice> notices() {
    return notices;
  }

  /** The limits that callers meet; empty if they are not known. */
  public List<Limit> limits() {
    return hasLimits
        ? List.of(
            Limit.BODY_BYTES,
            Limit.DEPTH,
            Limit.CHILDREN,
            Limit.TEXT_LENGTH,
            Limit.BINARY_BYTES,
            Limit.DIGITS,
            Limit.CALLS_PER_ADDRESS,
            Limit.CALLS_PER_CALLER,
            Limit.RATE_PER_ADDRESS,
            Limit.RATE_PER_CALLER,
            Limit.READ_TIME,
            Limit.CALL_TIME)
        : List.of();
  }

  /** What has changed since an older contract, the breaking changes first; null if not known. */
  public @Nullable List<Change> changes() {
    return changes == null
        ? null
        : changes.stream().sorted(Comparator.comparing(each -> !each.breaks())).toList();
  }

  /** Whom a change breaks, in words. */
  public static String broken(Change change) {
    if (change.breaksSenders() && change.breaksReceivers()) {
      return "those who send and those who receive";
    }
    return change.breaksSenders()
        ? "those who send"
        : change.breaksReceivers() ? "those who receive" : "nobody";
  }

  /** The picture of the services. */
  public String picture() {
    return picture.services();
  }

  /** The operations in the order of the source if it is known, else of the document. */
  public List<OperationChapter> operations() {
    return contract.portTypes().stream()
        .map(PortType::operations)
        .flatMap(List::stream)
        .sorted(Comparator.comparingInt(each -> each.origin().position()))
        .map(this::chapter)
        .toList();
  }

  /** The named types. */
  public List<TypeChapter> types() {
    return types.all();
  }

  /** The anchor of a type; empty for none. */
  public String typeId(@Nullable QName name) {
    return types.id(name);
  }

  private OperationChapter chapter(Operation operation) {
    List<MessageTable> messages = new ArrayList<>();
    contract
        .requiredHeaders(operation)
        .forEach(
            each ->
                messages.add(
                    MessageTable.of("Header of the request", each, outline.headerBlock(each))));
    messages.add(
        MessageTable.of("Request", contract.request(operation), outline.request(operation)));
    if (operation.output() != null) {
      contract
          .responseHeaders(operation)
          .forEach(
              each ->
                  messages.add(
                      MessageTable.of("Header of the response", each, outline.headerBlock(each))));
      messages.add(
          MessageTable.of("Response", contract.response(operation), outline.response(operation)));
    }
    for (Operation.FaultUse fault : operation.faults()) {
      messages.add(
          MessageTable.of(
              "Fault " + fault.name(),
              contract.bodyElement(fault.message()),
              outline.fault(fault)));
    }
    return new OperationChapter(
        operation.name(),
        operation.doc(),
        operation.input().action(),
        operation.output() == null,
        messages,
        exchanges.of(operation),
        picture.operation(operation));
  }
}
