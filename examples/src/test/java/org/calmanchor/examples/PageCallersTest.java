package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The page of a service that not everybody may call: as nobody, as a clerk, as somebody else. */
class PageCallersTest {
  @TempDir private Path folder;

  /** The office of the harbor. */
  @PortType(namespace = "urn:lanternquay:office", callers = "clerk")
  public static final class HarborOffice {
    /** When it is open. */
    @Operation(callers = Role.ANYONE)
    public String openingHours() {
      return "8 to 17";
    }

    /** Closes a berth. */
    @Operation
    public String closeBerth(String code) {
      return code + " is closed by " + CallContext.current().caller().orElseThrow().name();
    }
  }

  private static Optional<Caller> known(String name, String password) {
    return password.equals("gull and heron")
        ? Optional.of(name.equals("ines-tallow") ? Caller.of(name, "clerk") : Caller.of(name))
        : Optional.empty();
  }

  @Test
  void oneCanTryOperationsAsSeveralCallers() throws Exception {
    try (RunningHost host =
            SoapHost.onPort(0)
                .serve("/office", new HarborOffice())
                .callers(PageCallersTest::known)
                .start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/office");
      page.open("openingHours");
      page.send("8 to 17");
      page.open("closeBerth");
      assertThat(browser.textOf("#operation-closeBerth header", "clerk"))
          .contains("For clerk: fill in the credentials");
      page.send("Operation closeBerth needs a caller: send a name and a password.");
      fill(browser, "ines-tallow", "gull");
      page.send("The name or the password is wrong.");
      fill(browser, "bram-oakes", "gull and heron");
      page.send("You may not call operation closeBerth");
      browser.click(".credentials summary");
      fill(browser, "ines-tallow", "gull and heron");
      page.send("is closed by ines-tallow");
      // Chromium itself notes each refusal.
      assertThat(browser.complaints()).allMatch(each -> each.contains("status of 40"));
    }
  }

  @Test
  void sendsCredentialsInEachWayThatTheHostTakes() throws Exception {
    CallerSources sources =
        CallerSources.NONE
            .withPasswords(PageCallersTest::known)
            .withTokens(
                token ->
                    token.equals("a.b.c")
                        ? Optional.of(new Verified(Caller.of("token", "clerk"), Instant.MAX))
                        : Optional.empty())
            .withUsernameTokens(
                new UsernameTokenSettings(
                    true,
                    name ->
                        known(name, "gull and heron")
                            .map(caller -> new KnownPassword(caller, "gull and heron")),
                    new LocalReplayMemory()));
    try (RunningHost host =
            SoapHost.onPort(0).serve("/office", new HarborOffice()).callers(sources).start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/office");
      page.open("closeBerth");
      page.send("needs a caller");
      browser.choose("[data-way]", "username token in the message");
      fill(browser, "ines-tallow", "gull and heron");
      page.send("is closed by ines-tallow");
      assertThat(page.envelope("wsse:Security"))
          .contains("<wsse:Username>ines-tallow</wsse:Username>", "•••")
          .doesNotContain("gull and heron");
      browser.click(".credentials summary");
      browser.choose("[data-way]", "username token with a digest");
      page.send("is closed by ines-tallow");
      // A nonce counts once: each call has its own.
      page.send("is closed by ines-tallow");
      browser.click(".credentials summary");
      fill(browser, "bram-oakes", "gull and heron");
      page.send("You may not call operation closeBerth");
      browser.click(".credentials summary");
      browser.choose("[data-way]", "bearer token");
      browser.fill("[data-password]", "a.b.c");
      page.send("is closed by token");
      assertThat(browser.complaints()).allMatch(each -> each.contains("status of"));
    }
  }

  /** The credentials are opened by a refusal of status 401. */
  private static void fill(Browser browser, String name, String password) {
    browser.fill("[data-user]", name);
    browser.fill("[data-password]", password);
  }
}
