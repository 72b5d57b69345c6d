package org.calmanchor.web;

/**
 * For whom services have a test page, which also shows the exchanges that are kept, and keeps
 * checks.
 */
public enum PageAudience {
  /** There is no test page. */
  NOBODY("The test page is switched off."),

  /**
   * Browsers on this machine: both ends of the connection are loopback addresses, the page is asked
   * for by a name of this machine such as localhost, and nothing says that a proxy passes the
   * request on. A proxy on this machine that leaves no trace at all cannot be recognized.
   */
  THIS_MACHINE("The test page is shown to browsers on this machine only."),

  /** Those who have opened the link with the key that the host made when it started. */
  KEY(
      "The test page is shown only to those who open it with the key that the host prints when it"
          + " starts."),

  /** All who reach the site. */
  EVERYBODY("The test page is shown to everybody who reaches this host.");

  private final String sentence;

  PageAudience(String sentence) {
    this.sentence = sentence;
  }

  /** Who sees the page, for people. */
  public String sentence() {
    return sentence;
  }
}
