package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketException;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;

/** What happens when there are almost as many connections as there may be. */
class IdleConnectionsTest {
  private static final int MOST = 20;
  private static final String BLINK =
      Envelopes.soap11("<blink xmlns='urn:lanternquay:light'><text>on</text></blink>");

  private static Socket from(int last, int port) throws Exception {
    Socket socket = new Socket();
    socket.bind(
        new InetSocketAddress(InetAddress.getByAddress(new byte[] {127, 0, 0, (byte) last}), 0));
    socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 60_000);
    socket.setSoTimeout(60_000);
    return socket;
  }

  private static boolean isOpen(Socket socket) throws Exception {
    socket.setSoTimeout(1);
    try {
      return socket.getInputStream().read() >= 0;
    } catch (SocketTimeoutException silent) {
      return true;
    } catch (SocketException reset) {
      return false;
    }
  }

  private static void awaitAnswer(Socket socket) throws Exception {
    StringBuilder read = new StringBuilder();
    while (read.indexOf("Envelope>") < 0) {
      int next = socket.getInputStream().read();
      assertThat(next).as(read.toString()).isNotNegative();
      read.append((char) next);
    }
  }

  private static String keptAlive(String body) {
    return "POST /light HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/xml\r\nContent-Length: "
        + body.length()
        + "\r\n\r\n"
        + body;
  }

  /** Time itself: a connection has to be idle for five seconds before it may be closed. */
  @Test
  void idleConnectionsMakeRoomAndOthersStay() throws Exception {
    Lighthouse service = new Lighthouse();
    List<Socket> flood = new ArrayList<>();
    try (RunningHost host =
            SoapHost.onPort(0)
                .shareLoopback(true)
                .serve("/light", service)
                .limit(Limit.CONNECTIONS, MOST)
                .start();
        Socket used = from(9, host.port());
        Socket running = from(7, host.port())) {
      used.getOutputStream().write(keptAlive(BLINK).getBytes(StandardCharsets.UTF_8));
      awaitAnswer(used);
      String slow = Envelopes.soap11("<slow xmlns='urn:lanternquay:light'/>");
      running.getOutputStream().write(keptAlive(slow).getBytes(StandardCharsets.UTF_8));
      assertThat(service.entered.await(60, TimeUnit.SECONDS)).isTrue();
      for (int i = 2; i < MOST; i++) {
        flood.add(from(7, host.port()));
      }
      for (int i = 0; i < 3; i++) {
        try (Socket innocent = from(8, host.port())) {
          Reply reply = Reply.over(innocent, "POST /light", BLINK, "Content-Type: text/xml");
          assertThat(reply.body()).contains("<tns:result>on<");
        }
      }
      int closed = 0;
      for (Socket each : flood) {
        closed += isOpen(each) ? 0 : 1;
      }
      assertThat(closed).as("of the address that has most").isPositive();
      assertThat(isOpen(used)).as("of another address").isTrue();
      service.leave.countDown();
      running.setSoTimeout(60_000);
      assertThat(running.getInputStream().read()).as("a call runs on it").isEqualTo('H');
    } finally {
      for (Socket each : flood) {
        each.close();
      }
    }
  }
}
