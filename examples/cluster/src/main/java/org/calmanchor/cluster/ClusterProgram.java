package org.calmanchor.cluster;

import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;

/** Starts a cluster of three hosts, shows which of them answers, and stops all with Ctrl-C. */
public final class ClusterProgram {
  private static final String ENVELOPE =
      "<soap:Envelope xmlns:soap=\"http://schemas.xmlsoap.org/soap/envelope/\"><soap:Body>"
          + "<lowestRates xmlns=\"urn:lanternquay:berths\"/></soap:Body></soap:Envelope>";
  private static final int CALLS = 4;

  private ClusterProgram() {}

  /** Starts it. */
  public static void main(String[] arguments) throws Exception {
    System.out.println("Starting PostgreSQL, Redis, three hosts of the harbor, and HAProxy ...");
    Cluster cluster = Cluster.start(3);
    System.out.println();
    System.out.println("  Balancer  " + cluster.address("/berths"));
    for (String name : cluster.names()) {
      System.out.println("  " + name + "    " + cluster.address(name, "/berths"));
    }
    System.out.println("  Logs      " + cluster.logs() + " (until it ends)");
    System.out.println();
    System.out.println("Which host answers, and how old the answer is:");
    for (int i = 0; i < CALLS; i++) {
      System.out.println("  lowestRates  " + call(cluster));
    }
    System.out.println();
    System.out.println("Try it:");
    System.out.println(
        "  curl -si "
            + cluster.address("/berths")
            + " -H 'Content-Type: text/xml' -d '"
            + ENVELOPE
            + "' | grep -i 'Harbor-Node\\|Age'");
    System.out.println("Ctrl-C stops all.");
    Thread.currentThread().join();
  }

  private static String call(Cluster cluster) throws IOException, InterruptedException {
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(cluster.address("/berths"))
                    .header("Content-Type", "text/xml")
                    .POST(HttpRequest.BodyPublishers.ofString(ENVELOPE))
                    .build(),
                HttpResponse.BodyHandlers.ofString());
    return answer.headers().firstValue("Harbor-Node").orElse("nobody")
        + answer.headers().firstValue("Age").map(age -> ", computed " + age + " s ago").orElse("");
  }
}
