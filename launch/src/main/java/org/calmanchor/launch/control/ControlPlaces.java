package org.calmanchor.launch.control;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;

/** Where the sockets of running hosts are: in a folder of the user, by the ports of the hosts. */
public final class ControlPlaces {
  private static final String NONE = "-";
  private static final String ONLY_OWNER = "rwx------";

  private final Path folder;

  private ControlPlaces(Path folder) {
    this.folder = folder;
  }

  /**
   * The places of the current user: the folder that systemd has made for a service, else one in the
   * user's run-time folder (XDG Base Directory Specification), else one in the folder of temporary
   * files.
   *
   * @param environment the environment variables
   */
  public static ControlPlaces of(Map<String, String> environment) {
    String ofService = environment.getOrDefault("RUNTIME_DIRECTORY", "").split(":", 2)[0];
    String ofUser = environment.getOrDefault("XDG_RUNTIME_DIR", "");
    if (!ofService.isEmpty()) {
      return new ControlPlaces(Path.of(ofService));
    }
    return new ControlPlaces(
        ofUser.isEmpty()
            ? Path.of(
                System.getProperty("java.io.tmpdir"),
                "calm-anchor-" + System.getProperty("user.name"))
            : Path.of(ofUser, "calm-anchor"));
  }

  /** The folder of the sockets. */
  public Path folder() {
    return folder;
  }

  /** The socket of the host at a port, which may not be there. */
  public Path socket(int port) {
    return folder.resolve(Integer.toString(port));
  }

  /** The sockets that are there, of hosts that may have ended. */
  public List<Path> sockets() {
    List<Path> found = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "[0-9]*")) {
        files.forEach(found::add);
      } catch (IOException unreadable) {
        throw new ControlException(folder + " cannot be read: " + unreadable.getMessage() + ".");
      }
    }
    found.sort(null);
    return found;
  }

  /**
   * Where a host opens its socket.
   *
   * @throws ControlException when there is no safe place
   */
  Place placeOf(Configuration configuration, int port) {
    Path given = configuration.find(Settings.CONTROL_SOCKET).orElse(null);
    if (given == null) {
      prepare();
      return new Place(socket(port), true);
    }
    return new Place(given, !given.toString().equals(NONE));
  }

  /**
   * A place for a socket.
   *
   * @param isWanted false if there is to be none
   */
  record Place(Path socket, boolean isWanted) {}

  /** Makes the folder, for its owner only. Somebody else may have made one of this name. */
  private void prepare() {
    try {
      Files.createDirectories(folder);
      String owner = Files.getOwner(folder).getName();
      if (!owner.equals(System.getProperty("user.name"))) {
        throw new ControlException("The folder " + folder + " belongs to " + owner + ".");
      }
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString(ONLY_OWNER));
    } catch (IOException unfit) {
      throw new ControlException("The folder " + folder + " cannot be used: " + unfit + ".");
    }
  }
}
