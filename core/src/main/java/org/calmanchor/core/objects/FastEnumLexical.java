package org.calmanchor.core.objects;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.calmanchor.core.lexical.FastLexical;
import org.calmanchor.core.lexical.Lexical;
import org.jspecify.annotations.Nullable;

/** A fast path for small enums, which compares characters. */
final class FastEnumLexical extends FastLexical<Object> {
  /** With more constants a map is faster. */
  private static final int MOST = 16;

  private final String[] forms;
  private final Object[] constants;
  private final byte[] @Nullable [] plain;

  /** Creates a fast path for the constants of one enum, by their texts. */
  FastEnumLexical(Map<String, Object> byForm) {
    int ordinals = byForm.values().stream().mapToInt(FastEnumLexical::ordinal).max().orElse(-1) + 1;
    boolean isSmall = byForm.size() <= MOST;
    forms = isSmall ? byForm.keySet().toArray(new String[0]) : new String[0];
    constants = isSmall ? byForm.values().toArray() : new Object[0];
    plain = new byte[ordinals][];
    byForm.forEach(
        (form, constant) -> {
          if (form.length() <= Lexical.QUICK_BYTES && form.matches("[ -~&&[^<>&\"]]*")) {
            plain[ordinal(constant)] = form.getBytes(StandardCharsets.US_ASCII);
          }
        });
  }

  @SuppressWarnings("EnumOrdinal") // never leaves this object, which is made with the enum at hand
  private static int ordinal(Object constant) {
    return ((Enum<?>) constant).ordinal();
  }

  @Override
  public @Nullable Object parse(char[] text, int from, int to) {
    for (int i = 0; i < forms.length; i++) {
      if (isForm(forms[i], text, from, to)) {
        return constants[i];
      }
    }
    return null;
  }

  private static boolean isForm(String form, char[] text, int from, int to) {
    int length = to - from;
    if (form.length() != length) {
      return false;
    }
    for (int i = 0; i < length; i++) {
      if (form.charAt(i) != text[from + i]) {
        return false;
      }
    }
    return true;
  }

  @Override
  public int print(Object value, byte[] bytes, int at) {
    int ordinal = ordinal(value);
    byte[] form = ordinal < plain.length ? plain[ordinal] : null;
    if (form == null) {
      return -1;
    }
    System.arraycopy(form, 0, bytes, at, form.length);
    return at + form.length;
  }
}
