package org.calmanchor.core.logging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MaskedMessageTest {
  private static String masked(String message) {
    return MaskedMessage.of(message, false).replace(SecretNames.MASK, "*");
  }

  /** A message, and how it is shown. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<a><password>hunter</password></a>|<a><password>*</password></a>",
        "<a><x:Password xmlns:x='u' Type='Text'>hunter</x:Password></a>"
            + "|<a><x:Password xmlns:x='u' Type='Text'>*</x:Password></a>",
        "<a><password><![CDATA[hunter]]></password>b</a>|<a><password>*</password>b</a>",
        "<a><password>hun<!-- </password> -->ter</password>b</a>|<a><password>*</password>b</a>",
        "<a><password><b c='hunter'>hunter</b>hunter</password >b</a>|<a><password>*</password >b</a>",
        "<a><password/>b</a>|<a><password/>b</a>",
        "<a><token><token>hunter</token></token>b</a>|<a><token>*</token>b</a>",
        "<a userPassword = 'hunter' b=\"c\"/>|<a userPassword = '*' b=\"c\"/>",
        "<a b='>' x:pin~=~\"hunter\"/>|<a b='>' x:pin~=~\"*\"/>",
        "<a b=\"pin='open'\"/>|<a b=\"pin='open'\"/>",
        "<a xmlns:token='urn:open'/>|<a xmlns:token='urn:open'/>",
        "<e:Header><w:Security u='1'><w:User>hunter</w:User></w:Security></e:Header>"
            + "|<e:Header><w:Security u='1'>*</w:Security></e:Header>",
        "<map><entry><key>open</key><value>1</value></entry></map>"
            + "|<map><entry><key>open</key><value>1</value></entry></map>",
        "<?xml version='1.0'?>~<!-- open -->~<a>~<pin>hunter</pin>~</a>~"
            + "|<?xml version='1.0'?>~<!-- open -->~<a>~<pin>*</pin>~</a>~",
        "<a><shipping>open</shipping><monkey>open</monkey><keyboard>open</keyboard></a>"
            + "|<a><shipping>open</shipping><monkey>open</monkey><keyboard>open</keyboard></a>",
      })
  void masksSecretsAndNothingElse(String message, String shown) {
    for (String newline : List.of("\n", "\r\n")) {
      assertThat(masked(message.replace("~", newline))).isEqualTo(shown.replace("~", newline));
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "<a><password>hunter",
        "<a><password>hunter</b>",
        "<a b='hunter",
        "<a><b></a>hunter",
        "hunter",
        "<!DOCTYPE a [<!ENTITY h 'hunter'>]><a>&h;</a>",
        "<a>&unknown;hunter</a>",
        "<a><![CDATA[hunter",
        "{\"password\":\"hunter\"}",
      })
  void doesNotShowWhatCannotBeParsed(String message) {
    for (boolean isCut : List.of(true, false)) {
      assertThat(MaskedMessage.of(message, isCut)).doesNotContain("hunter").contains("\u2026");
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "password",
        "Password",
        "userPassword",
        "user_password",
        "PASSWD",
        "pwd",
        "passwort",
        "passphrase",
        "secret",
        "clientSecret",
        "token",
        "accessToken",
        "api-key",
        "apikey",
        "apiKey",
        "key",
        "privateKey",
        "PIN",
        "pinCode",
        "userPIN",
        "session",
        "JSESSIONID",
        "sessionId",
        "credential",
        "Credentials",
        "Authorization",
        "x-api-key",
        "PIN2",
        "secretKey_1",
        "jwt",
        "X-JWT-Assertion",
        "cardNumber",
        "Set-Cookie",
        "CVC"
      })
  void knowsSecretsByTheirNames(String name) {
    assertThat(SecretNames.isSecret(name)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"shipping", "monkey", "keyboard", "spin", "pinnace", "turnkey", "compass", "keel"})
  void leavesOtherNamesAlone(String name) {
    assertThat(SecretNames.isSecret(name)).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "register/password, true",
    "register/keys[2], true",
    "register/login/@pin, true",
    "register/credentials/name, true",
    "Header/Security/UsernameToken/Nonce, true",
    "tariff/entry[1]/key, false",
    "tariff/entry[1]/value, false",
    "security/level, false",
    "'', false"
  })
  void knowsWhatIsWithinASecret(String path, boolean isSecret) {
    assertThat(SecretNames.isIn(path)).isEqualTo(isSecret);
  }

  @Test
  void takesMoreNames() {
    assertThat(SecretNames.isSecret("skipperTax_Number2")).isFalse();
    SecretNames.add(List.of("taxNumber", "moon-phase"));
    assertThat(SecretNames.isSecret("skipperTax_Number2")).isTrue();
    assertThat(SecretNames.isSecret("MOONPHASE")).isTrue();
    assertThat(SecretNames.isSecret("tax")).isFalse();
    assertThatThrownBy(() -> SecretNames.add(List.of("moorage", "a2b")))
        .hasMessage("A secret name needs three letters (a to z) or more: moorage, a2b");
    assertThat(SecretNames.isSecret("moorage")).isFalse();
  }

  @Test
  void isDocumented() throws IOException {
    assertThat(Files.readString(Path.of("../docs/security.md")))
        .contains(": " + String.join(", ", SecretNames.PARTS) + ".")
        .contains(": " + String.join(", ", SecretNames.WORDS) + ".");
  }

  @Test
  void masksHeadersOfHttp() {
    assertThat(SecretNames.masked(Map.of("Authorization", "Basic x", "Accept", "text/xml")))
        .isEqualTo(Map.of("Authorization", SecretNames.MASK, "Accept", "text/xml"));
    for (String name : List.of("Cookie", "set-cookie", "X-Api-Key", "Proxy-Authorization")) {
      assertThat(SecretNames.masked(Map.of(name, "x"))).containsValue(SecretNames.MASK);
    }
  }

  /** Nobody can write a line of a log, turn its direction, or fill the disk. */
  @Test
  void cleansWhatGoesIntoALog() {
    Map<String, String> texts =
        Map.of(
            "plain", "plain",
            "two\nlines\r", "two?lines?",
            "a\u001b[2Jb", "a?[2Jb",
            "a\u0085b", "a?b",
            "a\u2028b\u2029c", "a?b?c",
            "a\u202eb\u2066c", "a?b?c",
            "a\u0000b\uFEFF", "a?b?",
            "half \uD83D of a pair", "half ? of a pair",
            "K\u00e4te \u6f22", "K\u00e4te \u6f22");
    texts.forEach((text, cleaned) -> assertThat(Loggable.text(text)).isEqualTo(cleaned));
    assertThat(Loggable.text("x".repeat(1_000))).hasSize(201).endsWith("\u2026");
    assertThat(Loggable.text("\n".repeat(1_000))).hasSize(201);
    assertThat(Loggable.text(null)).isEqualTo("null");
  }
}
