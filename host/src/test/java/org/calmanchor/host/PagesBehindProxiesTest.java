package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.util.EnumMap;
import java.util.Map;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.servers.ProxyServer;
import org.calmanchor.web.PageAudience;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who sees the test page when a real proxy on the host's own machine is in front of it. */
class PagesBehindProxiesTest {
  private static final String FORM = "data-operation";
  private static final Map<PageAudience, RunningHost> HOSTS = new EnumMap<>(PageAudience.class);

  /** The gate of the harbor. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    @Operation
    public String open(String boat) {
      return boat + " may pass";
    }
  }

  @BeforeAll
  static void start() {
    for (PageAudience audience : PageAudience.values()) {
      HOSTS.put(audience, gate().testPage(audience).start());
    }
  }

  private static SoapHost gate() {
    return SoapHost.onPort(0).serve("/gate", new Gate()).keepExchanges(true);
  }

  @AfterAll
  static void stop() {
    HOSTS.values().forEach(RunningHost::close);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          NGINX   |                                                     | localhost      | false
          NGINX   | proxy_http_version 1.1;                             | localhost      | false
          NGINX   | proxy_http_version 1.1; proxy_set_header Host $host; | gate.example  | false
          NGINX   | proxy_set_header X-Real-IP $remote_addr;            | localhost      | false
          NGINX   | proxy_http_version 1.1; proxy_set_header Connection ''; proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for; | localhost | false
          HTTPD   |                                                     | localhost      | false
          HTTPD   | ProxyPreserveHost On                                | localhost      | false
          HTTPD   | ProxyVia On                                         | localhost      | false
          HTTPD   | ProxyAddHeaders Off                                 | localhost      | true
          HAPROXY |                                                     | gate.example   | false
          HAPROXY | option forwardfor                                   | localhost      | false
          # Nothing tells these from a browser of this machine; the key and a deployed host do.
          HAPROXY |                                                     | localhost      | true
          NGINX   | proxy_http_version 1.1; proxy_set_header Connection ''; | localhost  | true
          """)
  void showsThePageToThisMachineOnly(
      ProxyServer.Kind kind, String lines, String name, boolean isSeen) throws Exception {
    String all = lines == null ? "" : lines.replace("''", "\"\"");
    for (PageAudience audience : HOSTS.keySet()) {
      try (ProxyServer proxy = ProxyServer.start(kind, HOSTS.get(audience).port(), all)) {
        boolean isExpected =
            switch (audience) {
              case NOBODY, KEY -> false;
              case THIS_MACHINE -> isSeen;
              // HAProxy and a configured nginx pass on a name that the host does not go by.
              case EVERYBODY -> name.equals("localhost");
            };
        Reply page = Reply.keeping(proxy.port(), "GET /gate", "", "Host: " + name);
        assertThat(page.body().contains(FORM)).as(audience + page.body()).isEqualTo(isExpected);
        Reply exchanges =
            Reply.keeping(
                proxy.port(),
                "POST /gate?page=exchanges",
                "{}",
                "Host: " + name,
                "Content-Type: application/json");
        assertThat(exchanges.status() == 200).as(audience + ": " + exchanges).isEqualTo(isExpected);
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "NGINX, proxy_set_header Host $http_host;",
    "HAPROXY, ''",
    "HTTPD, ProxyPreserveHost On"
  })
  void theKeyOpensThePageOnceAndThenItsCookie(ProxyServer.Kind kind, String lines)
      throws Exception {
    URI url = URI.create("http://gate.example");
    try (RunningHost host = gate().publicUrl(url).testPage(PageAudience.KEY).start();
        ProxyServer proxy = ProxyServer.start(kind, host.port(), lines)) {
      String path = host.pageAddress("/gate").toString().replaceFirst("http://[^/]+", "");
      assertThat(path).matches("/gate\\?key=[\\w-]{32}");
      String name = "Host: gate.example";
      Reply opened = Reply.keeping(proxy.port(), "GET " + path, "", name);
      assertThat(opened.status()).isEqualTo(303);
      assertThat(opened.header("location")).endsWith("/gate");
      String cookie = opened.header("set-cookie");
      assertThat(cookie).endsWith("; Path=/; HttpOnly; SameSite=Strict");
      String shown = "Cookie: other=1; " + cookie.substring(0, cookie.indexOf(';'));
      assertThat(Reply.keeping(proxy.port(), "GET /gate", "", name, shown).body()).contains(FORM);
      for (String wrong : new String[] {"Cookie: a=b", shown + "x", shown.replaceAll("=.*", "=")}) {
        assertThat(Reply.keeping(proxy.port(), "GET /gate", "", name, wrong).body())
            .contains("with the key that the host prints")
            .doesNotContain(FORM);
      }
      assertThat(Reply.keeping(proxy.port(), "GET /gate?key=gull", "", name).body())
          .contains("Gate is up", "with the key that the host prints")
          .doesNotContain(FORM);
    }
  }

  @Test
  void aHostThatKnowsProxiesOrItsPublicNameHasNoPageOfItsOwnAccord() throws IOException {
    for (SoapHost settings :
        new SoapHost[] {
          gate().proxies("192.0.2.10"),
          gate().trustedProxies("192.0.2.10"),
          gate().publicUrl(URI.create("https://gate.example"))
        }) {
      try (RunningHost host = settings.start()) {
        assertThat(host.pageNotice()).contains("switched off");
        assertThat(Reply.keeping(host.port(), "GET /gate", "").body()).doesNotContain(FORM);
      }
    }
    try (RunningHost host = gate().start()) {
      assertThat(host.pageNotice()).contains("this machine only");
      assertThat(Reply.keeping(host.port(), "GET /gate", "").body()).contains(FORM);
    }
  }
}
