package org.calmanchor.maven;

import java.io.File;
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
final class DraftMojo extends DraftGoal {
  /** What is drafted: {@code client}, {@code service} or {@code types}. */
  @Parameter(property = "calm.anchor.draft", defaultValue = "client")
  private String kind = "client";

  /** The file or URL of the WSDL document; of the schema for {@code types}. */
  @Parameter(property = "calm.anchor.document")
  private @Nullable String document;

  @Override
  void run() throws MojoFailureException {
    String from = given(document, "Say from which document: -Dcalm.anchor.document=partner.wsdl");
    if (!List.of("client", "service", "types").contains(kind)) {
      throw new MojoFailureException(
          "calm.anchor.draft is client, service or types, not \""
              + kind
              + "\". For tables there is the goal draft-table.");
    }
    draft(List.of(kind, located(from)));
  }

  /** A file is meant from the project's folder. */
  private String located(String text) {
    boolean isUrl = text.startsWith("http://") || text.startsWith("https://");
    return isUrl || new File(text).isAbsolute() ? text : basedir().resolve(text).toString();
  }
}
