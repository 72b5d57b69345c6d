package org.calmanchor.processor;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Reads services that it compiled into a folder through each view of Java. */
record Views(Path folder) {
  /** What the compiler's view makes of services in sources or in class files. */
  Map<String, Seen> mirrored(Map<String, String> sources, List<String> services)
      throws IOException {
    ViewsReader reader = new ViewsReader(services);
    Javac javac = Javac.into(folder).classPath(folder).with(reader).option("-nowarn");
    javac.classPath(Path.of("../core/src/test/resources"));
    sources.forEach((name, text) -> javac.source(name.replace('.', '/'), text));
    Javac.Said said = javac.compile();
    assertThat(said.isCompiled()).as("%s", said.errors()).isTrue();
    return reader.seen();
  }

  /** What reflection makes of services. */
  Map<String, Seen> reflected(List<String> services) throws Exception {
    URL[] urls = {folder.toUri().toURL()};
    Map<String, Seen> seen = new TreeMap<>();
    try (URLClassLoader loader = new URLClassLoader(urls, getClass().getClassLoader())) {
      for (String service : services) {
        seen.put(service, Seen.of(loader.loadClass(service)));
      }
    }
    return seen;
  }
}
