package org.calmanchor.core.io;

/**
 * An estimate of the memory that the values of a message hold. For each further block of it, the
 * owner of a budget for all messages is asked. Not safe for several threads.
 */
public final class HeldMemory {
  /** The unit in which memory is claimed. A message of less than one block claims nothing. */
  public static final int BLOCK_BYTES = 64 << 10;

  /** For messages that no budget is for. */
  public static final Claims UNLIMITED = () -> {};

  /** What has a budget of memory. */
  @FunctionalInterface
  public interface Claims {
    /**
     * Claims one block, until the message is no longer needed.
     *
     * @throws RuntimeException when there is none left
     */
    void claim();
  }

  private final Claims claims;
  private long held;
  private long claimed = BLOCK_BYTES;

  /** Creates the memory of one message. */
  public HeldMemory(Claims claims) {
    this.claims = claims;
  }

  /**
   * Adds what a value holds, in bytes.
   *
   * @throws RuntimeException as {@link Claims#claim} does
   */
  public void add(long bytes) {
    held += bytes;
    if (held > claimed) {
      claim();
    }
  }

  /** Apart, so that the usual way stays small enough for the compiler. */
  private void claim() {
    while (held > claimed) {
      claims.claim();
      claimed += BLOCK_BYTES;
    }
  }

  /** The bytes that are held now. */
  public long held() {
    return held;
  }

  /** Takes back what was added since {@code held} bytes were held: that is no longer needed. */
  public void shrink(long held) {
    this.held = held;
  }
}
