package org.calmanchor.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which requests are taken for those of a browser on the host's own machine. */
class PageAccessTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          127.0.0.1       | 127.0.0.1       | localhost:8080  | HTTP/1.1 |                        | true
          127.0.0.1       | 127.0.0.1       | LOCALHOST       | HTTP/2.0 | Accept: */*            | true
          127.0.0.1       | 127.0.0.2       | 127.0.0.2:80    | HTTP/1.1 | Connection: keep-alive | true
          0:0:0:0:0:0:0:1 | 0:0:0:0:0:0:0:1 | [::1]:8080      | HTTP/1.1 |                        | true
          ::1             | ::1             | [::1]           | HTTP/1.1 |                        | true
          192.0.2.7       | 127.0.0.1       | localhost       | HTTP/1.1 |                        | false
          127.0.0.1       | 192.0.2.7       | localhost       | HTTP/1.1 |                        | false
          192.0.2.7       | 192.0.2.7       | 192.0.2.7       | HTTP/1.1 |                        | false
          127.0.0.1       | 127.0.0.1       | gate.example    | HTTP/1.1 |                        | false
          127.0.0.1       | 127.0.0.1       | 127.0.0.1.example | HTTP/1.1 |                      | false
          127.0.0.1       | 127.0.0.1       | localhost.      | HTTP/1.1 |                        | false
          127.0.0.1       | 127.0.0.1       |                 | HTTP/1.1 |                        | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.0 |                        | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.1 | Connection: Close      | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.1 | Forwarded: for=_a      | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.1 | Via: 1.1 a             | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.1 | X-FORWARDED-SERVER: a  | false
          127.0.0.1       | 127.0.0.1       | localhost       | HTTP/1.1 | x-real-ip: 127.0.0.1   | false
          """)
  void knowsBrowsersOfThisMachine(
      String remote,
      String local,
      String authority,
      String protocol,
      String header,
      boolean isIncluded) {
    Exchange request = Exchange.get("/").over(remote, local, authority, protocol);
    if (header != null) {
      request.with(header.substring(0, header.indexOf(':')), header.replaceFirst(".*?: *", ""));
    }
    assertThat(PageAccess.of(PageAudience.THIS_MACHINE).includes(request)).isEqualTo(isIncluded);
    assertThat(PageAccess.of(PageAudience.NOBODY).includes(request)).isFalse();
    assertThat(PageAccess.of(PageAudience.EVERYBODY).includes(request)).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "localhost:8080, calm-anchor-page-8080",
    "gate.example, calm-anchor-page",
    "[::1], calm-anchor-page",
    "[::1]:8081, calm-anchor-page-8081"
  })
  void eachPortHasACookieOfItsOwn(String authority, String name) throws Exception {
    PageAccess access = PageAccess.of(PageAudience.KEY);
    Exchange opening =
        Exchange.get("/door" + access.query())
            .over("192.0.2.7", "192.0.2.1", authority, "HTTP/1.1");
    assertThat(access.includes(opening)).isFalse();
    assertThat(access.isOpening(opening)).isTrue();
    assertThat(PageAccess.of(PageAudience.KEY).isOpening(opening)).isFalse();
    access.open(opening, opening);
    assertThat(opening.headers).containsEntry("Location", "/door");
    String cookie = opening.headers.get("Set-Cookie");
    assertThat(cookie).startsWith(name + "=");
    assertThat(access.includes(opening.with("Cookie", cookie))).isTrue();
    assertThat(PageAccess.of(PageAudience.KEY).includes(opening)).isFalse();
  }
}
