package org.calmanchor.host;

import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import org.jspecify.annotations.Nullable;

/**
 * Where a host listens.
 *
 * @param address of this machine
 * @param port 0 for any free one
 */
record ListenAddress(InetAddress address, int port) {
  /**
   * The address with that name; loopback for null.
   *
   * @throws IllegalArgumentException when there is no such address
   */
  static ListenAddress of(@Nullable String bind, int port) {
    if (bind == null) {
      return new ListenAddress(InetAddress.getLoopbackAddress(), port);
    }
    try {
      return new ListenAddress(InetAddress.getByName(bind), port);
    } catch (UnknownHostException unknown) {
      throw new IllegalArgumentException(
          "\"" + bind + "\" is not an address of this machine.", unknown);
    }
  }

  boolean isLoopback() {
    return address.isLoopbackAddress();
  }

  /** The exception for a port that could not be opened. */
  RuntimeException refused(IOException failed) {
    Throwable bound = failed instanceof BindException ? failed : failed.getCause();
    if (!(bound instanceof BindException)) {
      return new IllegalStateException("The host could not start: " + failed.getMessage(), failed);
    }
    String message = String.valueOf(bound.getMessage());
    if (message.contains("assign")) {
      return new IllegalArgumentException(
          address.getHostAddress() + " is not an address of this machine.", failed);
    }
    if (message.contains("denied")) {
      return new IllegalArgumentException(
          "Port " + port + " may not be opened by this user; choose one from 1024 on.", failed);
    }
    return new PortTakenException(port, failed);
  }
}
