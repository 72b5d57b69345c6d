package org.calmanchor.maven;

import java.nio.file.Path;
import java.util.List;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.project.MavenProject;
import org.eclipse.aether.RepositorySystem;
import org.eclipse.aether.RepositorySystemSession;
import org.eclipse.aether.artifact.Artifact;
import org.eclipse.aether.artifact.DefaultArtifact;
import org.eclipse.aether.resolution.ArtifactRequest;
import org.eclipse.aether.resolution.ArtifactResolutionException;
import org.eclipse.aether.resolution.VersionRangeRequest;
import org.eclipse.aether.resolution.VersionRangeResolutionException;
import org.eclipse.aether.version.Version;
import org.jspecify.annotations.Nullable;

/** The documents of earlier releases of a project, as artifacts in its repositories. */
record ReleasedDocuments(
    RepositorySystem repositories, RepositorySystemSession session, MavenProject project) {
  private static final String LATEST = "latest";

  /**
   * The release to compare with.
   *
   * @param wanted {@code latest}, or a version
   * @return null if nothing is released yet
   */
  @Nullable String version(String wanted) throws MojoExecutionException {
    if (!wanted.equals(LATEST)) {
      return wanted;
    }
    Artifact earlier =
        new DefaultArtifact(
            project.getGroupId(),
            project.getArtifactId(),
            "pom",
            "(," + project.getVersion() + ")");
    try {
      List<Version> versions =
          repositories
              .resolveVersionRange(
                  session,
                  new VersionRangeRequest(earlier, project.getRemoteProjectRepositories(), null))
              .getVersions();
      return versions.stream()
          .map(Version::toString)
          .filter(version -> !version.endsWith("-SNAPSHOT"))
          .reduce((lower, higher) -> higher)
          .orElse(null);
    } catch (VersionRangeResolutionException unknown) {
      throw new MojoExecutionException("The released versions are not known.", unknown);
    }
  }

  /** The document of a service in a release; null if that release has none. */
  @Nullable Path document(String service, String version) {
    Artifact document =
        new DefaultArtifact(
            project.getGroupId(), project.getArtifactId(), service, "wsdl", version);
    try {
      return repositories
          .resolveArtifact(
              session, new ArtifactRequest(document, project.getRemoteProjectRepositories(), null))
          .getArtifact()
          .getFile()
          .toPath();
    } catch (ArtifactResolutionException missing) {
      return null;
    }
  }
}
