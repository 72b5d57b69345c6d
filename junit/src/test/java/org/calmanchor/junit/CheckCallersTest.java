package org.calmanchor.junit;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Checks that call as somebody, in each way; the secret is in the environment of the build. */
class CheckCallersTest {
  private static final Caller INES = Caller.of("ines-tallow");
  private static final String SECRET = Objects.requireNonNull(System.getenv("CHECK_SECRET"));

  @RegisterExtension
  private static final HostedServices HARBOR =
      HostedServices.serving("/fuel", Fuel.Desk::new)
          .with(
              host ->
                  host.callers(
                      CallerSources.NONE
                          .withPasswords(
                              (name, password) ->
                                  Optional.of(INES).filter(each -> password.equals(SECRET)))
                          .withTokens(
                              token ->
                                  Optional.of(new Verified(INES, Instant.MAX))
                                      .filter(each -> token.equals(SECRET)))
                          .withUsernameTokens(
                              new UsernameTokenSettings(
                                  true,
                                  name -> Optional.of(new KnownPassword(INES, SECRET)),
                                  new LocalReplayMemory()))));

  @TestFactory
  Stream<DynamicNode> checks() {
    return HARBOR.checks(Path.of("src/test/callers"));
  }
}
