package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIOException;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import org.junit.jupiter.api.Test;

/** A document that does not end arrives from a socket, as it would from a server. */
class TimedInputTest {
  private static final Duration SHORT = Duration.ofMillis(300);

  @Test
  void endsAStreamThatIsSilent() throws Exception {
    try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
        Socket client = new Socket(server.getInetAddress(), server.getLocalPort());
        Socket sender = server.accept();
        InputStream timed = new TimedInput(client.getInputStream(), SHORT)) {
      sender.getOutputStream().write('a');
      assertThat(timed.read()).isEqualTo('a');
      assertThatIOException()
          .isThrownBy(timed::read)
          .withMessage("it did not arrive within 0 seconds.");
    }
  }

  @Test
  void endsAStreamThatTrickles() throws Exception {
    InputStream endless =
        new InputStream() {
          @Override
          public int read() {
            return 'a';
          }
        };
    try (InputStream timed = new TimedInput(endless, SHORT)) {
      assertThatIOException()
          .isThrownBy(() -> timed.transferTo(OutputStream.nullOutputStream()))
          .withMessage("it did not arrive within 0 seconds.");
    }
  }

  @Test
  void passesAStreamOn() throws Exception {
    byte[] bytes = {1, 2, 3};
    try (InputStream timed = new TimedInput(new ByteArrayInputStream(bytes), SHORT)) {
      assertThat(timed.readAllBytes()).isEqualTo(bytes);
      assertThat(timed.read()).isEqualTo(-1);
    }
  }
}
