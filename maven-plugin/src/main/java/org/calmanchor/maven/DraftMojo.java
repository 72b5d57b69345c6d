package org.calmanchor.maven;

import java.io.File;
import java.util.ArrayList;
import java.util.List;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.jspecify.annotations.Nullable;

/**
 * Drafts Java source from a WSDL document or a schema. It is yours from then on, so this goal is
 * run by hand: a file that is there already is never overwritten unless told, its differences are
 * shown.
 */
@Mojo(name = "draft", threadSafe = true)
final class DraftMojo extends AbstractGoal {
  /** What is drafted: {@code client}, {@code service} or {@code types}. */
  @Parameter(property = "calm.anchor.draft", defaultValue = "client")
  private String kind = "client";

  /** The file or URL of the WSDL document; of the schema for {@code types}. */
  @Parameter(property = "calm.anchor.document")
  private @Nullable String document;

  /** The Java package. */
  @Parameter(property = "calm.anchor.package")
  private @Nullable String packageName;

  /** Overwrites files that differ. */
  @Parameter(property = "calm.anchor.force", defaultValue = "false")
  private boolean force;

  @Override
  void run() throws MojoFailureException {
    if (document == null) {
      throw new MojoFailureException(
          "Say from which document: -Dcalm.anchor.document=partner.wsdl");
    }
    if (!List.of("client", "service", "types").contains(kind)) {
      throw new MojoFailureException(
          "calm.anchor.draft is client, service or types, not \"" + kind + "\".");
    }
    List<String> arguments = new ArrayList<>(List.of("draft", kind, located(document)));
    if (packageName != null) {
      arguments.addAll(List.of("--package", packageName));
    }
    arguments.addAll(List.of("--out", basedir().toString()));
    if (force) {
      arguments.add("--force");
    }
    if (command(arguments) != 0) {
      throw new MojoFailureException("The draft is not complete; see above.");
    }
  }

  /** A file is meant from the project's folder. */
  private String located(String text) {
    boolean isUrl = text.startsWith("http://") || text.startsWith("https://");
    return isUrl || new File(text).isAbsolute() ? text : basedir().resolve(text).toString();
  }
}
