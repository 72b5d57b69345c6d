package org.calmanchor.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.path.MissingValues;
import org.calmanchor.core.path.PathValues;
import org.calmanchor.core.sample.Samples;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options of a call that give its values. */
final class InputOptions {
  private static final long MOST_BYTES = 16L << 20;

  @Option(
      names = "--input",
      paramLabel = "FILE|-",
      description =
          "The values of the request as YAML or JSON, from a file or from standard input. NAME=VALUE"
              + " replaces single ones.")
  private @Nullable String input;

  @Option(
      names = "--block",
      paramLabel = "NAME=VALUE",
      description =
          "A value of a header block; the name begins with that of the block. Repeatable.")
  private List<String> blocks = new ArrayList<>();

  @Option(names = "--fill", description = "Use sample values for all that is not given.")
  private boolean fills;

  @Option(
      names = "--as-is",
      description = "Send also what the contract does not allow, to see how the service answers.")
  private boolean asIs;

  /** Whether invalid values are sent too. */
  boolean asIs() {
    return asIs;
  }

  /**
   * The values of a request.
   *
   * @param values a name, {@code =} and a value each
   */
  Map<String, Object> body(
      Contract contract, Samples samples, Operation operation, List<String> values) {
    Map<String, ?> begun =
        input != null ? read(input) : fills ? samples.request(operation) : Map.of();
    ElementDeclaration element = contract.request(operation);
    PathValues body =
        PathValues.ofBody(contract, element, begun, (type, text) -> text(contract, type, text));
    set(body, values);
    if (!asIs) {
      require(MissingValues.ofBody(contract, samples, element, body.values()));
    }
    return body.values();
  }

  /** The values of the header blocks of a request. */
  Map<String, Object> headerBlocks(Contract contract, Samples samples, Operation operation) {
    Map<String, ?> begun = fills ? samples.headerBlocks(operation) : Map.of();
    List<ElementDeclaration> elements = contract.requiredHeaders(operation);
    PathValues all =
        PathValues.ofBlocks(contract, elements, begun, (type, text) -> text(contract, type, text));
    set(all, blocks);
    if (!asIs) {
      require(
          MissingValues.ofBlocks(contract, samples, elements, all.values()).stream()
              .map(
                  each ->
                      new MissingValues.Missing(
                          "--block " + each.path(), each.allowed(), each.example()))
              .toList());
    }
    return all.values();
  }

  private static void set(PathValues values, List<String> texts) {
    for (String text : texts) {
      int equal = text.indexOf('=');
      if (equal <= 0) {
        throw CommandException.usage(
            "\"" + text + "\" is no value: write a name, = and a value, such as nights=3.");
      }
      try {
        values.set(text.substring(0, equal), text.substring(equal + 1));
      } catch (IllegalArgumentException unknown) {
        throw CommandException.usage(String.valueOf(unknown.getMessage()));
      }
    }
  }

  private static void require(List<MissingValues.Missing> missing) {
    if (!missing.isEmpty()) {
      throw CommandException.usage(
          String.join("\n", missing.stream().map(MissingValues.Missing::toString).toList())
              + "\nAdd --fill for sample values, or --as-is to send it without.");
    }
  }

  /** What a text stands for: for a binary value, {@code @} and a file for the file's content. */
  private static String text(Contract contract, TypeUse type, String text) {
    String builtIn = contract.builtIn(type).getLocalPart();
    if (!text.startsWith("@") || !builtIn.endsWith("Binary")) {
      return text;
    }
    try {
      byte[] content = Files.readAllBytes(Path.of(text.substring(1)));
      return builtIn.equals("hexBinary")
          ? HexFormat.of().formatHex(content)
          : Base64.getEncoder().encodeToString(content);
    } catch (IOException | InvalidPathException unreadable) {
      throw CommandException.usage("The file " + text.substring(1) + " cannot be read.");
    }
  }

  private static Map<String, Object> read(String from) {
    boolean isStandard = from.equals("-");
    try {
      byte[] content =
          isStandard
              ? System.in.readNBytes((int) MOST_BYTES + 1)
              : Files.size(Path.of(from)) > MOST_BYTES
                  ? new byte[(int) MOST_BYTES + 1]
                  : Files.readAllBytes(Path.of(from));
      if (content.length > MOST_BYTES) {
        throw CommandException.usage("--input: at most " + MOST_BYTES + " bytes are read.");
      }
      return CheckFile.readValues(
          isStandard ? "standard input" : from, new String(content, StandardCharsets.UTF_8));
    } catch (IOException | InvalidPathException unreadable) {
      throw CommandException.usage("--input: the file " + from + " cannot be read.");
    } catch (CheckFileException malformed) {
      throw CommandException.usage("--input: " + malformed.getMessage());
    }
  }
}
