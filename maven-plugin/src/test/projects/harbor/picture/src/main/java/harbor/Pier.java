package harbor;

/** No service at all. */
public enum Pier {
  HERON,
  KITTIWAKE
}
