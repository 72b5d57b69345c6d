package org.calmanchor.processor;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import javax.annotation.processing.Filer;
import javax.lang.model.element.ModuleElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import javax.tools.FileObject;
import javax.tools.JavaFileManager.Location;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;

/**
 * Finds files on the compiler's paths.
 *
 * @param folder where resources are that the build has not copied yet; null if nothing was said
 */
record Resources(Filer filer, Elements elements, @Nullable Path folder) {
  private static final List<Location> LOCATIONS =
      List.of(
          StandardLocation.CLASS_OUTPUT, StandardLocation.CLASS_PATH, StandardLocation.SOURCE_PATH);

  /**
   * Opens a file of the class path, or of the module that {@code beside} is in; null if there is
   * none.
   *
   * @param path from the root, without a slash at its beginning
   */
  @Nullable InputStream open(TypeElement beside, String path) throws IOException {
    FileObject found = find(beside, path);
    return found == null ? null : found.openInputStream();
  }

  /** Where a file is; null if there is none. */
  @Nullable URI locate(TypeElement beside, String path) {
    if (folder != null && Files.isRegularFile(folder.resolve(path))) {
      return folder.resolve(path).toUri();
    }
    FileObject found = find(beside, path);
    return found == null ? null : found.toUri();
  }

  private @Nullable FileObject find(TypeElement beside, String path) {
    ModuleElement module = elements.getModuleOf(beside);
    if (module != null && !module.isUnnamed()) {
      FileObject found = find(StandardLocation.MODULE_PATH, module.getQualifiedName() + "/", path);
      if (found != null) {
        return found;
      }
    }
    for (Location location : LOCATIONS) {
      FileObject found = find(location, "", path);
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  private @Nullable FileObject find(Location location, String room, String path) {
    try {
      FileObject found = filer.getResource(location, room, path);
      // A compiler may name a file in its output that does not exist.
      found.openInputStream().close();
      return found;
    } catch (NoSuchFileException | java.io.FileNotFoundException absent) {
      return null;
    } catch (IOException | IllegalArgumentException unknown) {
      // The compiler has no such location, or does not take the path there.
      return null;
    }
  }
}
