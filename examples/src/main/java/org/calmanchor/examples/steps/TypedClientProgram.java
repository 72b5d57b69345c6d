package org.calmanchor.examples.steps;

import java.util.HashSet;
import java.util.Set;
import org.calmanchor.client.TypedClient;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/**
 * Step 9: the typed client. A call is a method call; what went over the wire can be seen. The
 * program hosts a service, calls it, and ends.
 */
public final class TypedClientProgram {
  private TypedClientProgram() {}

  /** Opens gates of a made-up harbor. */
  static final class Gates implements Gate {
    private final Set<String> open = new HashSet<>();

    @Override
    public synchronized boolean open(String pier) {
      return open.add(pier);
    }
  }

  /** Prints two answers, and the envelopes of the second one. */
  public static void main(String[] arguments) {
    try (RunningHost host = SoapHost.onPort(0).serve("/gate", new Gates()).start()) {
      TypedClient<Gate> client = TypedClient.of(Gate.class, host.address("/gate"));
      System.out.println("first  " + client.proxy().open("Heron"));
      System.out.println("second " + client.proxy().open("Heron"));
      client.lastExchange().ifPresent(System.out::println);
    }
  }
}
