package org.calmanchor.wire;

import java.net.URI;

/**
 * A server that was started for the tests.
 *
 * @param base what comes before the paths of its services; does not end with a slash
 * @param stop stops it
 */
record Server(URI base, AutoCloseable stop) {}
