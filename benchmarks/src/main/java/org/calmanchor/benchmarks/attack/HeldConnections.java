package org.calmanchor.benchmarks.attack;

import java.io.IOException;
import java.net.Socket;
import java.util.ArrayDeque;
import java.util.Deque;

/** Connections that are held open until newer ones replace them. Safe for several threads. */
final class HeldConnections {
  private final int most;
  private final Deque<Socket> held = new ArrayDeque<>();

  HeldConnections(int most) {
    this.most = most;
  }

  synchronized void hold(Socket socket) throws IOException {
    held.add(socket);
    if (held.size() > most) {
      held.remove().close();
    }
  }

  /** Sends one byte on each of them; those that were closed are let go. */
  synchronized int trickle() {
    held.removeIf(
        socket -> {
          try {
            socket.getOutputStream().write('x');
            return false;
          } catch (IOException closed) {
            return true;
          }
        });
    return held.size();
  }

  synchronized int count() {
    return held.size();
  }

  /** Closes all of them. */
  synchronized void letGo() throws IOException {
    for (Socket socket : held) {
      socket.close();
    }
    held.clear();
  }
}
