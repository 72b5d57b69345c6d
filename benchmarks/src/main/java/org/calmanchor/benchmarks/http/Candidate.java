package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.util.List;

/**
 * A program that is compared with others.
 *
 * @param name what the table calls it
 * @param kind "ours", or what is written by hand: "json" or "stax"
 * @param classPath what it needs and no more, because a start looks through all of it
 */
record Candidate(String name, String kind, String classPath) {
  /** Starts it with some options of the JVM; users give none. */
  Server start(List<String> javaOptions) throws IOException {
    return kind.equals("ours")
        ? Server.start(javaOptions, classPath, HarborProgram.class.getName())
        : Server.start(javaOptions, classPath, HandWrittenProgram.class.getName(), kind);
  }

  /** The load of an exchange for it. */
  Load load(Server server, Exchanges exchange) {
    return Load.of(kind, server.port(), exchange);
  }
}
