package org.calmanchor.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.calmanchor.web.page.PageScripts;

/** The pages' own style sheet, script and mark; held in memory once they were asked for. */
final class Assets {
  /** The path under which the files are served. */
  static final String PATH = "/calm-anchor";

  private static final Map<String, String> TYPES = types();

  private final Map<String, byte[]> files = new ConcurrentHashMap<>();

  Assets() {}

  private static byte[] read(String name) {
    try (InputStream in = Assets.class.getResourceAsStream("assets/" + name)) {
      if (in == null) {
        throw new IllegalStateException("the library lacks its file " + name);
      }
      return in.readAllBytes();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private static Map<String, String> types() {
    Map<String, String> types = new LinkedHashMap<>();
    types.put("page.css", "text/css; charset=utf-8");
    types.put("desk.css", "text/css; charset=utf-8");
    types.put("mark.svg", "image/svg+xml");
    PageScripts.NAMES.forEach(name -> types.put(name + ".js", "text/javascript; charset=utf-8"));
    return types;
  }

  private byte[] file(String name) {
    return files.computeIfAbsent(name, Assets::read);
  }

  /** The text of one of the page's files. */
  String text(String name) {
    return new String(file(name), StandardCharsets.UTF_8);
  }

  void send(HttpRequest request, HttpResponse response) throws IOException {
    String name = request.path().substring(PATH.length() + 1);
    String type = TYPES.get(name);
    if (type == null) {
      PageResponses.plain(response, 404, "There is no such file.");
      return;
    }
    response.header("Cache-Control", "no-cache");
    PageResponses.send(response, 200, type, file(name));
  }
}
