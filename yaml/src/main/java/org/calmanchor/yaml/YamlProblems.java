package org.calmanchor.yaml;

/** Makes the exceptions of the module that reads a file. */
@FunctionalInterface
public interface YamlProblems {
  /**
   * Makes the exception of a problem.
   *
   * @param line from 1; 0 if it is not known
   */
  RuntimeException at(String file, int line, String problem);
}
