package org.calmanchor.web.access;

/** Lines that wait to be written to a log. */
interface LineSource {
  /** Takes all lines that wait. */
  WaitingLines take();

  /**
   * Lines, and what is known of them.
   *
   * @param bytes the lines in UTF-8, each with its end, and perhaps room behind them
   * @param length how many bytes they have
   * @param count how many they are
   * @param droppedCount how many were dropped since the last time because too many waited
   */
  record WaitingLines(byte[] bytes, int length, long count, long droppedCount) {}
}
