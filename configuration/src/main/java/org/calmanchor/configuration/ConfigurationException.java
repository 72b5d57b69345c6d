package org.calmanchor.configuration;

import java.util.List;

/** A configuration has problems. The message has each one in a line, with its place and a fix. */
public final class ConfigurationException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** Creates the exception of one problem. */
  public ConfigurationException(String problem) {
    this(List.of(problem));
  }

  ConfigurationException(List<String> problems) {
    super(String.join("\n", problems));
  }
}
