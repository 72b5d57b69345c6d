package org.calmanchor.launch.control;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;

/** Where the sockets of running hosts are: in a folder of the user, by the ports of the hosts. */
public final class ControlPlaces {
  private static final String NONE = "-";
  private static final Set<PosixFilePermission> ONLY_OWNER =
      PosixFilePermissions.fromString("rwx------");

  private final Path folder;

  /** Whether others may make something of the folder's name, such as a link to elsewhere. */
  private final boolean isShared;

  private ControlPlaces(Path folder, boolean isShared) {
    this.folder = folder;
    this.isShared = isShared;
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
      return new ControlPlaces(Path.of(ofService), false);
    }
    if (!ofUser.isEmpty()) {
      return new ControlPlaces(Path.of(ofUser, "calm-anchor"), false);
    }
    String name = "calm-anchor-" + System.getProperty("user.name");
    return new ControlPlaces(Path.of(System.getProperty("java.io.tmpdir"), name), true);
  }

  /** The folder of the sockets. */
  public Path folder() {
    return folder;
  }

  /** The socket of the host at a port, which may not be there. */
  public Path socket(int port) {
    return folder.resolve(Integer.toString(port));
  }

  /**
   * The sockets that are there, of hosts that may have ended.
   *
   * @throws ControlException when the folder belongs to somebody else, or cannot be read
   */
  public List<Path> sockets() {
    List<Path> found = new ArrayList<>();
    if (Files.isDirectory(folder)) {
      requireOwn();
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
      if (folder.getParent() != null) {
        Files.createDirectories(folder.getParent());
      }
      Files.createDirectory(folder, PosixFilePermissions.asFileAttribute(ONLY_OWNER));
    } catch (FileAlreadyExistsException known) {
      requireOwn();
      tighten();
    } catch (IOException unfit) {
      throw unusable(unfit);
    }
  }

  /**
   * Checks that the folder is one of this user.
   *
   * @throws ControlException when it is not, or is a link that others may have made
   */
  private void requireOwn() {
    try {
      PosixFileAttributes found =
          Files.readAttributes(folder, PosixFileAttributes.class, linkOptions());
      String owner = found.owner().getName();
      if (!owner.equals(System.getProperty("user.name"))) {
        throw new ControlException("The folder " + folder + " belongs to " + owner + ".");
      }
      if (!found.isDirectory()) {
        throw new ControlException(
            folder + " is no folder, but a link or a file. Remove it, and start again.");
      }
      if (isShared && found.permissions().contains(PosixFilePermission.OTHERS_WRITE)) {
        throw new ControlException(
            "Others may write into the folder " + folder + ". Remove it, and start again.");
      }
    } catch (IOException unfit) {
      throw unusable(unfit);
    }
  }

  private void tighten() {
    try {
      Files.getFileAttributeView(folder, PosixFileAttributeView.class, linkOptions())
          .setPermissions(ONLY_OWNER);
    } catch (IOException unfit) {
      throw unusable(unfit);
    }
  }

  private LinkOption[] linkOptions() {
    return isShared ? new LinkOption[] {LinkOption.NOFOLLOW_LINKS} : new LinkOption[0];
  }

  private ControlException unusable(IOException unfit) {
    return new ControlException("The folder " + folder + " cannot be used: " + unfit + ".");
  }
}
