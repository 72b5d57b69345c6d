package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Pages are made by a library that several applications may share. */
class TemplateLoadingTest {
  /** The class loader of an application that has ended. */
  private static final class Ended extends ClassLoader {
    Ended() {
      super(null);
    }

    @Override
    protected Class<?> loadClass(String name, boolean isResolved) {
      throw new IllegalStateException("this application has been stopped already");
    }
  }

  @Test
  void templatesComeFromTheLibraryWhateverApplicationAsksFirst() throws Exception {
    Thread thread = Thread.currentThread();
    ClassLoader before = thread.getContextClassLoader();
    // A library of its own, whose first page is asked for by the application.
    try (URLClassLoader library =
        new URLClassLoader(classPath(), ClassLoader.getPlatformClassLoader())) {
      Class<?> pages = library.loadClass("org.calmanchor.web.page.Pages");
      Object made = pages.getConstructor().newInstance();
      thread.setContextClassLoader(new Ended());
      Object page =
          pages
              .getMethod("missing", String.class, List.class, String.class, boolean.class)
              .invoke(made, "/none", List.of(), "http://localhost", false);
      assertThat(page.toString()).contains("The server itself is up.");
      assertThat(thread.getContextClassLoader()).isInstanceOf(Ended.class);
    } finally {
      thread.setContextClassLoader(before);
    }
  }

  private static URL[] classPath() throws Exception {
    List<String> places =
        Stream.of(System.getProperty("java.class.path").split(File.pathSeparator, -1)).toList();
    URL[] all = new URL[places.size()];
    for (int i = 0; i < all.length; i++) {
      all[i] = Path.of(places.get(i)).toUri().toURL();
    }
    return all;
  }
}
