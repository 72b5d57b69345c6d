package org.calmanchor.core.answers;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/** The digest that keys are made with: SHA-256. */
public final class AnswerDigest {
  private static final MessageDigest EMPTY = empty();

  private AnswerDigest() {}

  /**
   * A digest that has got nothing yet; a copy, since looking for one takes longer than using it.
   */
  public static MessageDigest start() {
    try {
      return (MessageDigest) EMPTY.clone();
    } catch (CloneNotSupportedException impossible) {
      throw new IllegalStateException("the digest of the JDK can be copied", impossible);
    }
  }

  private static MessageDigest empty() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every JDK has SHA-256", impossible);
    }
  }
}
