package org.calmanchor.bundle;

import java.nio.file.Path;

/** What can be made of an application. */
public enum BundleKind {
  /** One jar with everything, for {@code java -jar}. */
  JAR(".jar", RunnableJar::write),
  /** A WAR with everything, for a servlet container. */
  WAR(".war", WebArchive::write),
  /**
   * A folder with a start script, the jars, a configuration and a unit for systemd. The
   * configuration of an earlier bundle is kept.
   */
  FOLDER("", RunnableFolder::write);

  private final String extension;
  private final Writer writer;

  BundleKind(String extension, Writer writer) {
    this.extension = extension;
    this.writer = writer;
  }

  private interface Writer {
    Bundled write(Application application, Path target, ClassLoader loader);
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
    return writer.write(application, target, loader);
  }
}
