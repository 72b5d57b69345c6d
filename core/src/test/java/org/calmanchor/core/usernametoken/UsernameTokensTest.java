package org.calmanchor.core.usernametoken;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletionStage;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.ReplayMemory;
import org.calmanchor.core.access.Sender;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.access.Verification;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.XmlOut;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;

/** Username tokens are taken once, in their time, and as the profile has them. */
class UsernameTokensTest {
  private static final Instant NOW = Instant.parse("2027-06-11T08:43:00Z");
  private static final Caller CLERK = Caller.of("ines-tallow", "clerk");
  private static final String SECRET = "gull & heron: 7";
  private static final Sender HERE = new Sender("192.0.2.1", false);

  private final CallerSources sources =
      CallerSources.NONE.withPasswords(
          (name, password) ->
              name.equals(CLERK.name()) && password.equals(SECRET)
                  ? Optional.of(CLERK)
                  : Optional.empty());
  private final List<CallerVerification> open = new ArrayList<>();

  @AfterEach
  void close() {
    open.forEach(CallerVerification::close);
  }

  private UsernameTokens tokens(ReplayMemory memory) {
    UsernameTokenSettings settings =
        new UsernameTokenSettings(
            true,
            name ->
                name.equals(CLERK.name())
                    ? Optional.of(new KnownPassword(CLERK, SECRET))
                    : Optional.empty(),
            memory);
    CallerVerification verification =
        new CallerVerification(sources.withUsernameTokens(settings), ExemptAddresses.LOOPBACK);
    open.add(verification);
    return new UsernameTokens(settings, verification, Clock.fixed(NOW, ZoneOffset.UTC));
  }

  private static Element block(String content) throws Exception {
    String block =
        "<wsse:Security xmlns:soap='urn:e' xmlns:wsse='"
            + SecurityNames.WSSE
            + "' xmlns:wsu='"
            + SecurityNames.WSU
            + "'>"
            + content
            + "</wsse:Security>";
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    return factory
        .newDocumentBuilder()
        .parse(new InputSource(new StringReader(block)))
        .getDocumentElement();
  }

  private static Element written(Instant at, boolean isDigest, String password) throws Exception {
    XmlOut out = XmlOut.held(false);
    UsernameTokenWriter.of(
            new ClientCredentials.UsernameToken(CLERK.name(), password, isDigest),
            Clock.fixed(at, ZoneOffset.UTC))
        .write(out);
    String text = new String(out.bytes(), StandardCharsets.UTF_8);
    return block(text.replaceFirst("^<wsse:Security[^>]*>", "").replace("</wsse:Security>", ""));
  }

  private static Verification verified(UsernameTokens tokens, Element... blocks) {
    CompletionStage<Verification> stage = tokens.verify(List.of(blocks), true, HERE, () -> false);
    return Objects.requireNonNull(stage).toCompletableFuture().join();
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void takesWhatOurClientWritesOnce(boolean isDigest) throws Exception {
    UsernameTokens tokens = tokens(new LocalReplayMemory());
    Element block = written(NOW, isDigest, SECRET);
    Verification known = new Verification.Known(CLERK);
    assertThat(verified(tokens, block)).isEqualTo(known);
    assertThat(verified(tokens, block)).isEqualTo(new Verification.Wrong());
    assertThat(verified(tokens, written(NOW.minusSeconds(299), isDigest, SECRET))).isEqualTo(known);
    assertThat(verified(tokens, written(NOW, isDigest, "gull")))
        .isEqualTo(new Verification.Wrong());
    assertThat(tokens.verify(List.of(), true, HERE, () -> false)).isNull();
  }

  @Test
  void refusesForNowWhenTheMemoryIsFullOrFails() throws Exception {
    Verification busy = new Verification.Busy();
    UsernameTokens full = tokens((key, until) -> ReplayMemory.Answer.FULL);
    assertThat(verified(full, written(NOW, true, SECRET))).isEqualTo(busy);
    UsernameTokens broken =
        tokens(
            (key, until) -> {
              throw new IllegalStateException("the memory does not answer");
            });
    assertThat(verified(broken, written(NOW, true, SECRET)))
        .isEqualTo(new Verification.Unremembered());
  }

  @Test
  void onlyWhatWasRightFillsTheMemory() throws Exception {
    List<String> keys = new ArrayList<>();
    UsernameTokens tokens =
        tokens(
            (key, until) -> {
              keys.add(key);
              assertThat(until).isEqualTo(NOW.plusSeconds(300));
              return ReplayMemory.Answer.FRESH;
            });
    verified(tokens, written(NOW, true, "wrong"));
    assertThat(keys).isEmpty();
    verified(tokens, written(NOW, true, SECRET));
    assertThat(keys).hasSize(1);
  }

  /** The digest of nonce, time and password, one after the other: that of "abcdefghi". */
  @Test
  void digestsNonceTimeAndPassword() {
    assertThat(SecurityNames.digest("abc".getBytes(StandardCharsets.UTF_8), "def", "ghi"))
        .asHexString()
        .isEqualToIgnoringCase("c63b19f1e4c8b5f76b25c49b8b87f57d8e4872a1");
  }

  private static String token(String parts) {
    return "<wsse:UsernameToken>" + parts + "</wsse:UsernameToken>";
  }

  private static final String NAME = "<wsse:Username>ines-tallow</wsse:Username>";
  private static final String PASSWORD = "<wsse:Password>gull</wsse:Password>";
  private static final String CREATED = "<wsu:Created>2027-06-11T08:43:00Z</wsu:Created>";
  private static final String NONCE = "<wsse:Nonce>bGFudGVybg==</wsse:Nonce>";
  private static final String DIGEST =
      "<wsse:Password Type='" + SecurityNames.DIGEST + "'>x</wsse:Password>";

  /** The content of the block, and the code and the beginning of the reason. */
  static Stream<String> mistakes() {
    return Stream.of(
        token(NAME) + "|InvalidSecurityToken A username token needs",
        token(PASSWORD) + "|InvalidSecurityToken A username token needs",
        token("<wsse:Username>a:b</wsse:Username>" + PASSWORD) + "|InvalidSecurityToken A username",
        token(NAME + "<wsse:Password><x/>gull</wsse:Password>")
            + "|InvalidSecurityToken Password has text only.",
        token("<wsse:Username>ines<x/></wsse:Username>" + PASSWORD)
            + "|InvalidSecurityToken Username has text only.",
        token(NAME + NAME + PASSWORD) + "|InvalidSecurityToken Username occurs twice.",
        token(NAME + PASSWORD + PASSWORD) + "|InvalidSecurityToken Password occurs twice.",
        token(NAME + PASSWORD) + token(NAME + PASSWORD) + "|InvalidSecurity UsernameToken occurs",
        token(NAME + "<wsse:Password Type='urn:x'>x</wsse:Password>")
            + "|UnsupportedSecurityToken The Type of Password",
        token(NAME + DIGEST) + "|InvalidSecurityToken A digest needs Nonce and Created.",
        token(NAME + DIGEST + NONCE) + "|InvalidSecurityToken A digest needs",
        token(NAME + DIGEST + CREATED) + "|InvalidSecurityToken A digest needs",
        token(NAME + PASSWORD + NONCE) + "|InvalidSecurityToken A Nonce needs Created.",
        token(NAME + DIGEST + CREATED + "<wsse:Nonce>*</wsse:Nonce>")
            + "|InvalidSecurityToken The Nonce is not base64",
        token(NAME + DIGEST + CREATED + "<wsse:Nonce> </wsse:Nonce>")
            + "|InvalidSecurityToken A Nonce is base64 text",
        token(NAME + DIGEST + CREATED + "<wsse:Nonce>" + "A".repeat(257) + "</wsse:Nonce>")
            + "|InvalidSecurityToken A Nonce is base64 text",
        token(NAME + PASSWORD + "<wsu:Created>noon</wsu:Created>") + "|InvalidSecurity A time is",
        token(NAME + PASSWORD + "<wsu:Created>2027-06-11T08:43:00</wsu:Created>")
            + "|InvalidSecurity A time is",
        token(NAME + PASSWORD + "<wsu:Created>2027-06-11T08:37:59Z</wsu:Created>")
            + "|MessageExpired ",
        token(NAME + PASSWORD + "<wsu:Created>2027-06-11T08:48:01Z</wsu:Created>")
            + "|MessageExpired ",
        "<wsse:BinarySecurityToken/>|UnsupportedSecurityToken Of security tokens",
        "<x xmlns='urn:x'/>|UnsupportedSecurityToken Of security tokens",
        "<wsu:Timestamp><wsu:Expires>2027-06-11T08:42:59Z</wsu:Expires></wsu:Timestamp>"
            + "|MessageExpired ",
        "<wsu:Timestamp><wsu:Created>2027-06-11T08:48:01Z</wsu:Created></wsu:Timestamp>"
            + "|MessageExpired ",
        "<wsu:Timestamp><wsu:Created>2027-06-11T08:37:59Z</wsu:Created></wsu:Timestamp>"
            + "|MessageExpired ",
        "<wsu:Timestamp/><wsu:Timestamp/>|InvalidSecurity Timestamp occurs twice.");
  }

  @ParameterizedTest
  @MethodSource("mistakes")
  void refusesWhatIsNotAsTheProfileHasIt(String line) throws Exception {
    int bar = line.indexOf('|');
    assertThat(refusal(tokens(new LocalReplayMemory()), true, block(line.substring(0, bar))))
        .startsWith(line.substring(bar + 1));
  }

  private static String refusal(UsernameTokens tokens, boolean isProtected, Element... blocks) {
    try {
      CompletionStage<Verification> stage =
          tokens.verify(List.of(blocks), isProtected, HERE, () -> false);
      return "not refused: " + stage;
    } catch (SoapFaultException refused) {
      return Objects.requireNonNull(refused.fault().subcode()).getLocalPart()
          + " "
          + refused.fault().reason();
    }
  }

  @Test
  void takesATextOnlyIfNobodyOnTheWayCanReadIt() throws Exception {
    UsernameTokens tokens = tokens(new LocalReplayMemory());
    assertThat(refusal(tokens, false, written(NOW, false, SECRET)))
        .startsWith("UnsupportedSecurityToken A password as text is taken over TLS only");
    assertThat(tokens.verify(List.of(written(NOW, true, SECRET)), false, HERE, () -> false))
        .isNotNull();
    Element two = block("");
    assertThat(refusal(tokens, true, two, two)).startsWith("InvalidSecurity There is more than");
  }

  @ParameterizedTest
  @CsvSource({
    "true, Send the password as PasswordText",
    "false, Send the password as PasswordDigest"
  })
  void saysWhichFormItTakes(boolean takesText, String reason) throws Exception {
    UsernameTokenSettings settings =
        takesText
            ? UsernameTokenSettings.text()
            : UsernameTokenSettings.digest(name -> Optional.empty());
    CallerVerification verification =
        new CallerVerification(sources.withUsernameTokens(settings), ExemptAddresses.LOOPBACK);
    open.add(verification);
    UsernameTokens tokens =
        new UsernameTokens(settings, verification, Clock.fixed(NOW, ZoneOffset.UTC));
    assertThat(refusal(tokens, true, written(NOW, takesText, SECRET)))
        .startsWith("UnsupportedSecurityToken " + reason);
  }
}
