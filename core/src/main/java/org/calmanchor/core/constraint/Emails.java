package org.calmanchor.core.constraint;

import java.util.regex.Pattern;

/** Checks e-mail addresses (a subset of RFC 5321, section 4.1.2). */
final class Emails {
  private static final Pattern FORM =
      Pattern.compile(
          "[\\w!#$%&'*+/=?^`{|}~-]+(\\.[\\w!#$%&'*+/=?^`{|}~-]+)*@"
              + "[A-Za-z0-9]([A-Za-z0-9-]*[A-Za-z0-9])?"
              + "(\\.[A-Za-z0-9]([A-Za-z0-9-]*[A-Za-z0-9])?)*");
  private static final int MOST = 254;

  private Emails() {}

  /**
   * Whether the text has the form of an e-mail address; an empty text is valid, as the constraint's
   * specification says.
   */
  static boolean isAddress(String text) {
    return text.isEmpty() || (text.length() <= MOST && FORM.matcher(text).matches());
  }
}
