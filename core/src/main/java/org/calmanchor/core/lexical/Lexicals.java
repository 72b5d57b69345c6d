package org.calmanchor.core.lexical;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Currency;
import java.util.IllformedLocaleException;
import java.util.Locale;
import java.util.UUID;
import java.util.function.Function;
import java.util.regex.Pattern;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Names;

/** The lexical forms of texts, truth values and identifiers. */
final class Lexicals {
  static final String UUID_PATTERN =
      "[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12}";
  static final String CURRENCY_PATTERN = "[A-Z]{3}";

  private static final Pattern UUID_FORM = Pattern.compile(UUID_PATTERN);
  private static final Pattern CURRENCY_FORM = Pattern.compile(CURRENCY_PATTERN);
  private static final Pattern LANGUAGE_FORM = Pattern.compile("[a-zA-Z]{1,8}(-[a-zA-Z0-9]{1,8})*");

  static final Lexical<String> STRING =
      new Lexical<String>(
              "text", WhiteSpace.PRESERVE, Function.identity(), Function.<String>identity())
          .quickly(FastLexicals.TEXT);

  static final Lexical<String> NORMALIZED_STRING =
      spaced("text without tabs and line ends", WhiteSpace.REPLACE);

  static final Lexical<String> TOKEN =
      spaced("text without spaces at its ends or twice in a row", WhiteSpace.COLLAPSE);

  static final Lexical<Boolean> BOOLEAN =
      new Lexical<Boolean>(
              "true, false, 1 or 0", WhiteSpace.COLLAPSE, Lexicals::parseBoolean, Object::toString)
          .quickly(FastLexicals.BOOLEAN);

  static final Lexical<UUID> UUID_TEXT =
      new Lexical<>(
          "a UUID as in 3f2504e0-4f89-41d3-9a0c-0305e82c3301",
          WhiteSpace.PRESERVE,
          text -> UUID.fromString(checked(text, UUID_FORM.matcher(text).matches(), "not a UUID")),
          UUID::toString);

  static final Lexical<URI> ANY_URI =
      new Lexical<>("a URI", WhiteSpace.COLLAPSE, Lexicals::parseUri, URI::toString);

  static final Lexical<Locale> LANGUAGE =
      new Lexical<>(
          "a language tag as in en-GB",
          WhiteSpace.COLLAPSE,
          Lexicals::parseLanguage,
          Lexicals::printLanguage);

  static final Lexical<Currency> CURRENCY =
      new Lexical<>(
          "a currency's three capitals as in EUR",
          WhiteSpace.PRESERVE,
          Lexicals::parseCurrency,
          Currency::getCurrencyCode);

  /** Written as {namespace}local here; the codecs convert the prefixes of messages. */
  static final Lexical<QName> QNAME =
      new Lexical<>(
          "a name with a prefix that is declared",
          WhiteSpace.COLLAPSE,
          Lexicals::parseQname,
          Lexicals::printQname);

  private Lexicals() {}

  private static Lexical<String> spaced(String form, WhiteSpace whiteSpace) {
    return new Lexical<>(
        form,
        whiteSpace,
        Function.identity(),
        text -> checked(text, whiteSpace.apply(text).equals(text), "white space would be lost"));
  }

  private static String checked(String text, boolean fits, String otherwise) {
    if (!fits) {
      throw new LexicalException(otherwise);
    }
    return text;
  }

  private static Boolean parseBoolean(String text) {
    return switch (text) {
      case "true", "1" -> true;
      case "false", "0" -> false;
      default -> throw new LexicalException("not a boolean");
    };
  }

  private static URI parseUri(String text) {
    try {
      return new URI(text);
    } catch (URISyntaxException notOne) {
      throw new LexicalException("not a URI");
    }
  }

  private static Locale parseLanguage(String text) {
    try {
      return new Locale.Builder()
          .setLanguageTag(checked(text, LANGUAGE_FORM.matcher(text).matches(), "no language tag"))
          .build();
    } catch (IllformedLocaleException noTag) {
      throw new LexicalException("not a language tag");
    }
  }

  private static String printLanguage(Locale locale) {
    String tag = locale.toLanguageTag();
    return checked(tag, LANGUAGE_FORM.matcher(tag).matches(), "no language tag says it");
  }

  private static Currency parseCurrency(String text) {
    try {
      return Currency.getInstance(
          checked(text, CURRENCY_FORM.matcher(text).matches(), "not a currency"));
    } catch (IllegalArgumentException unknown) {
      throw new LexicalException("no such currency");
    }
  }

  private static String printQname(QName name) {
    checked(name.toString(), Names.isNcName(name.getLocalPart()), "not a name");
    return name.toString();
  }

  private static QName parseQname(String text) {
    try {
      QName name = QName.valueOf(text);
      checked(text, Names.isNcName(name.getLocalPart()), "not a name");
      return name;
    } catch (IllegalArgumentException malformed) {
      throw new LexicalException("not a name");
    }
  }
}
