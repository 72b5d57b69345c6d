package org.calmanchor.cli;

import java.util.concurrent.Callable;

/**
 * A command that another module adds to {@code calm-anchor}, found as a service. It is a picocli
 * command; what it returns is the exit code.
 */
public interface Subcommand extends Callable<Integer> {}
