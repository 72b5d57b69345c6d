package org.calmanchor.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.Quick;
import org.jspecify.annotations.Nullable;

/** A short way for the constants of a small enum, by comparing characters. */
final class QuickConstants implements Quick<Object> {
  /** Beyond so many a map is faster. */
  private static final int MOST = 16;

  private final String[] forms;
  private final Object[] constants;
  private final Map<Object, byte[]> plain = new LinkedHashMap<>();

  QuickConstants(Map<String, Object> byForm) {
    boolean isSmall = byForm.size() <= MOST;
    forms = isSmall ? byForm.keySet().toArray(new String[0]) : new String[0];
    constants = isSmall ? byForm.values().toArray() : new Object[0];
    byForm.forEach(
        (form, constant) -> {
          if (form.length() <= Lexical.QUICK_BYTES && form.matches("[ -~&&[^<>&\"]]*")) {
            plain.put(constant, form.getBytes(StandardCharsets.US_ASCII));
          }
        });
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
    byte[] form = plain.get(value);
    if (form == null) {
      return -1;
    }
    System.arraycopy(form, 0, bytes, at, form.length);
    return at + form.length;
  }
}
