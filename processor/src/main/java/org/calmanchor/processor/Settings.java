package org.calmanchor.processor;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.jspecify.annotations.Nullable;

/**
 * The processor's options, as {@code -Akey=value}.
 *
 * @param wsdlFolder where documents are written, from the root of the class files; empty for none
 * @param address the beginning of the URL that services get in documents
 * @param isSplit whether each schema is a document of its own
 * @param resources where resources are that the build has not copied yet; null if nothing is said
 * @param hasJavadoc whether Javadoc is passed on
 */
record Settings(
    String wsdlFolder,
    String address,
    boolean isSplit,
    @Nullable Path resources,
    boolean hasJavadoc) {
  static final String WSDL = "calm.anchor.wsdl";
  static final String ADDRESS = "calm.anchor.address";
  static final String SPLIT = "calm.anchor.split";
  static final String RESOURCES = "calm.anchor.resources";
  static final String JAVADOC = "calm.anchor.javadoc";

  static final Set<String> NAMES = Set.of(WSDL, ADDRESS, SPLIT, RESOURCES, JAVADOC);

  /**
   * Reads the options.
   *
   * @throws IllegalArgumentException when one has a value that it cannot have; says which
   */
  static Settings of(Map<String, String> options) {
    String resources = options.getOrDefault(RESOURCES, "");
    return new Settings(
        folder(options.getOrDefault(WSDL, "")),
        options.getOrDefault(ADDRESS, ""),
        flag(options, SPLIT, false),
        resources.isEmpty() ? null : path(resources),
        flag(options, JAVADOC, true));
  }

  private static String folder(String given) {
    String folder = given.replaceAll("^/+|/+$", "");
    if (folder.contains("..") || folder.contains("\\") || folder.contains(":")) {
      throw wrong(WSDL, given, "a folder beside the class files, such as META-INF/wsdl");
    }
    return folder;
  }

  private static Path path(String given) {
    try {
      return Path.of(given).toAbsolutePath();
    } catch (InvalidPathException malformed) {
      throw wrong(RESOURCES, given, "a folder");
    }
  }

  private static boolean flag(Map<String, String> options, String name, boolean byDefault) {
    String given = options.getOrDefault(name, String.valueOf(byDefault));
    if (!given.equals("true") && !given.equals("false")) {
      throw wrong(name, given, "true or false");
    }
    return given.equals("true");
  }

  private static IllegalArgumentException wrong(String name, String given, String wanted) {
    return new IllegalArgumentException(
        "The option -A" + name + " is \"" + given + "\"; write " + wanted + ".");
  }

  /** The address of a service in its documents. */
  String addressOf(String portType) {
    if (address.isEmpty()) {
      return WsdlFiles.UNKNOWN_ADDRESS + portType;
    }
    return address.endsWith("/") ? address + portType : address;
  }
}
