package org.calmanchor.host;

import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;

/** A connection whose client makes a pause after so many bytes. */
final class CutSocket extends Socket {
  private final CutOutput output;

  CutSocket(int port, int cut) throws IOException {
    super("localhost", port);
    output = new CutOutput(super.getOutputStream(), cut);
    setTcpNoDelay(true);
    setSoTimeout(60_000);
  }

  /** How many bytes the client has sent. */
  int count() {
    return output.count();
  }

  @Override
  public OutputStream getOutputStream() {
    return output;
  }
}
