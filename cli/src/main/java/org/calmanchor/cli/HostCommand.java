package org.calmanchor.cli;

/** A command that hosts services, and has options for some settings of the host. */
public interface HostCommand extends Subcommand {
  /** Its options for settings. */
  HostOptions hostOptions();
}
