package org.calmanchor.checks;

/** A value that is known only when a check runs. In a check file it is a YAML tag. */
public sealed interface Reference {
  /**
   * {@code !from reserve/result/number}: a value from an earlier step, or from the request that is
   * being answered.
   *
   * @param step the step's name; {@link #REQUEST} for the request of the same check
   * @param path the way to the value in what came of the step, as in {@code result[2]/code}
   */
  record Step(String step, String path) implements Reference {
    @Override
    public String toString() {
      return step + "/" + path;
    }
  }

  /**
   * {@code !environment HARBOR_CODE}: a variable of the environment, such as a credential.
   *
   * @param name its name
   */
  record Environment(String name) implements Reference {
    @Override
    public String toString() {
      return "the environment variable " + name;
    }
  }

  /** The name of the request in references. */
  String REQUEST = "request";
}
