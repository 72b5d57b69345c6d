package org.calmanchor.cli;

import java.net.URI;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.document.Notice;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.deployment.ServiceObjects;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Mixin;

/** The options of commands for any contract: that of a class, or of a document. */
public final class TargetOptions {
  /** Creates the options, for the command line. */
  public TargetOptions() {}

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Mixin private DocumentOptions documents = new DocumentOptions();

  /** The options for TLS with the server of a document. */
  public TrustOptions trust() {
    return documents.trust();
  }

  /**
   * What a target stands for.
   *
   * @param examples the example values in its code; none for a document
   * @param access who may call each operation that asks for a caller, by its name; none for a
   *     document
   * @param notices what was passed over in its document; none for code
   */
  public record Target(
      Contract contract, Examples examples, Map<String, Access> access, List<Notice> notices) {
    /** The same at another address. */
    public Target at(String address) {
      return new Target(contract.withAddress(address), examples, access, notices);
    }

    /** The samples of its messages. */
    public Samples samples() {
      return Samples.of(contract, examples);
    }

    /** All operations, in the order of the source if that is known. */
    public List<Operation> operations() {
      return contract.portTypes().stream()
          .flatMap(each -> each.operations().stream())
          .sorted(Comparator.comparingInt(each -> each.origin().position()))
          .toList();
    }

    /**
     * The operation {@code name}.
     *
     * @throws CommandException when there is none; it says which there are
     */
    public Operation operation(String name) {
      List<Operation> all = operations();
      List<String> names = all.stream().map(Operation::name).toList();
      return all.stream()
          .filter(each -> each.name().equals(name))
          .findFirst()
          .orElseThrow(
              () ->
                  CommandException.usage(
                      "There is no operation \""
                          + name
                          + "\". "
                          + NearMiss.of(
                              name, names, "There is " + String.join(", ", names) + ".")));
    }

    /**
     * The version of SOAP for a message of an operation.
     *
     * @param soap "1.1" or "1.2"; null for the first that the operation has
     * @throws CommandException when the operation has no such version
     */
    public SoapVersion version(Operation operation, @Nullable String soap) {
      List<SoapVersion> spoken =
          contract.bindings().stream()
              .filter(each -> contract.portType(each.portType()).operations().contains(operation))
              .map(Binding::version)
              .distinct()
              .toList();
      if (soap == null) {
        return spoken.get(0);
      }
      return spoken.stream()
          .filter(version -> version.title().equals("SOAP " + soap))
          .findFirst()
          .orElseThrow(
              () ->
                  CommandException.usage(
                      "--soap: operation "
                          + operation.name()
                          + " speaks "
                          + String.join(" and ", spoken.stream().map(SoapVersion::title).toList())
                          + ", not \"SOAP "
                          + soap
                          + "\"."));
    }
  }

  /**
   * The contract of a target.
   *
   * @param text the name of a class, a file, or a URL
   * @throws org.calmanchor.core.problem.ContractException with every problem of it
   */
  public Target target(String text) {
    if (DocumentOptions.isDocument(text)) {
      ReadDocument read = documents.read(text);
      return new Target(read.contract(), Examples.NONE, Map.of(), read.notices());
    }
    Reading reading = ContractReader.read(classPath.named(text));
    return new Target(reading.contract(), reading.examples(), reading.access(), List.of());
  }

  /**
   * The class of a target; null if it is a document.
   *
   * @throws CommandException when there is no such class
   */
  public @Nullable Class<?> classOf(String text) {
    return DocumentOptions.isDocument(text) ? null : classPath.named(text);
  }

  /**
   * Creates an object of {@code type} with its constructor without parameters.
   *
   * @throws org.calmanchor.deployment.DeploymentException when it has none, or that fails
   */
  public static Object instanceOf(Class<?> type) {
    return ServiceObjects.make(type);
  }

  /**
   * The value of {@code --address}.
   *
   * @throws CommandException when it is no URL of HTTP
   */
  static String url(URI address) {
    boolean isHttp = "http".equals(address.getScheme()) || "https".equals(address.getScheme());
    if (!isHttp || address.getHost() == null) {
      throw CommandException.usage(
          "--address: \"" + address + "\" is not a URL; write one like https://host.test/berths");
    }
    return address.toString();
  }
}
