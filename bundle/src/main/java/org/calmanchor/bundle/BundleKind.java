package org.calmanchor.bundle;

import java.nio.file.Path;

/** What can be made of an application. */
public enum BundleKind {
  /** One jar with everything, for {@code java -jar}. */
  JAR(".jar"),
  /** A WAR with everything, for a servlet container. */
  WAR(".war"),
  /**
   * A folder with a start script, the jars, a configuration and a unit for systemd. The
   * configuration of an earlier bundle is kept.
   */
  FOLDER("");

  private final String extension;

  BundleKind(String extension) {
    this.extension = extension;
  }

  /** What names of such files end with; empty for folders. */
  public String extension() {
    return extension;
  }

  /**
   * Writes the bundle; what is there is replaced.
   *
   * @param target the file or folder
   * @param loader has Calm Anchor and its libraries
   * @throws BundleException when something cannot be read or written
   */
  public Bundled write(Application application, Path target, ClassLoader loader) {
    return switch (this) {
      case JAR -> RunnableJar.write(application, target, loader);
      case WAR -> WebArchive.write(application, target, loader);
      case FOLDER -> RunnableFolder.write(application, target, loader);
    };
  }
}
