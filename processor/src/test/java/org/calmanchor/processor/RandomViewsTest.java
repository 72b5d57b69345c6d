package org.calmanchor.processor;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The compiler's view of random services gives what reflection gives. */
class RandomViewsTest {
  @TempDir private Path folder;

  @Test
  void bothViewsReadTheSameRandomContracts() throws Exception {
    Map<String, String> sources = new TreeMap<>();
    for (int seed = 0; seed < 300; seed++) {
      String source = new RandomService(new Random(seed)).write();
      sources.put("p" + seed + ".Desk", "package p" + seed + ";\n" + source);
    }
    List<String> services = List.copyOf(sources.keySet());
    Views views = new Views(folder);
    Map<String, Seen> fromSource = views.mirrored(sources, services);
    Map<String, Seen> fromClasses = views.mirrored(Map.of("Other", "class Other {}"), services);
    Map<String, Seen> reflected = views.reflected(services);
    for (String service : services) {
      String source = sources.get(service);
      assertThat(fromSource.get(service)).as(source).isEqualTo(reflected.get(service));
      assertThat(fromClasses.get(service)).as(source).isEqualTo(reflected.get(service));
    }
    long read = reflected.values().stream().filter(seen -> seen.problems().isEmpty()).count();
    assertThat(read).isBetween(60L, 280L);
  }
}
