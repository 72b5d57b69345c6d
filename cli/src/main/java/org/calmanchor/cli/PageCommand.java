package org.calmanchor.cli;

import java.io.PrintWriter;
import java.net.URI;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.SoapHost;
import org.calmanchor.web.ForwardedService;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code calm-anchor page}. */
@Command(
    name = "page",
    description = {
      "Opens the test page for a service elsewhere, by its WSDL, until Ctrl-C.",
      "A host on this machine forwards the messages to the address in the document, or to"
          + " --address, and to no other."
    },
    footer = {"", "Example:  calm-anchor page pilots.wsdl --address http://localhost:9000/pilots"})
final class PageCommand implements HostCommand {
  private static final HostOptions OPTIONS =
      HostOptions.of(List.of(Settings.PORT, Settings.CHECKS, Settings.KEEP_EXCHANGES));

  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(paramLabel = "WSDL", description = "A WSDL file, or the URL of one.")
  private String document = "";

  @Mixin private DocumentOptions documents = new DocumentOptions();

  @Option(
      names = "--address",
      paramLabel = "URL",
      description = "Where the service answers, instead of the address in the document.")
  private @Nullable URI address;

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  @Override
  public Integer call() throws InterruptedException {
    ReadDocument read = documents.read(document);
    PrintWriter out = spec.commandLine().getOut();
    read.notices().forEach(notice -> out.println("Passed over: " + notice));
    SoapHost host = OPTIONS.host(spec).host();
    Session session = new Session(out);
    String text = text(read.documents());
    for (PortType portType : read.contract().portTypes()) {
      Contract contract = read.contract().of(portType.name());
      String path = "/" + portType.name().getLocalPart();
      try {
        host.forward(path, new ForwardedService(contract, text, addresses(contract)));
      } catch (IllegalArgumentException wrong) {
        throw CommandException.usage(String.valueOf(wrong.getMessage()));
      }
      session.add(path, contract, Examples.NONE, portType.operations().get(0), "");
    }
    session.run(host);
    return 0;
  }

  private static String text(DocumentSet documents) {
    return Objects.requireNonNull(documents.root()).text();
  }

  /** Where each version of SOAP is spoken: the first port of each counts. */
  private Map<SoapVersion, URI> addresses(Contract contract) {
    Map<SoapVersion, URI> addresses = new EnumMap<>(SoapVersion.class);
    for (Binding binding : contract.bindings()) {
      if (address != null) {
        addresses.put(binding.version(), address);
      }
    }
    for (Service service : contract.services()) {
      for (Service.Port each : service.ports()) {
        if (!each.address().isEmpty()) {
          addresses.putIfAbsent(contract.binding(each.binding()).version(), uri(each.address()));
        }
      }
    }
    if (addresses.isEmpty()) {
      throw CommandException.usage(
          "The document gives no address for "
              + contract.portTypes().get(0).name().getLocalPart()
              + "; give it with --address URL.");
    }
    return addresses;
  }

  private static URI uri(String text) {
    try {
      return URI.create(text);
    } catch (IllegalArgumentException malformed) {
      throw CommandException.usage(
          "The address in the document, \"" + text + "\", is no URL; give another with --address.");
    }
  }
}
