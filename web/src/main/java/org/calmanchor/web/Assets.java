package org.calmanchor.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;

/** The pages' own style sheet, script and mark; held in memory. */
final class Assets {
  /** Below here the files are served. */
  static final String PATH = "/calm-anchor";

  private static final Map<String, String> TYPES =
      Map.ofEntries(
          Map.entry("page.css", "text/css; charset=utf-8"),
          Map.entry("mark.svg", "image/svg+xml"),
          script("page"),
          script("dom"),
          script("server"),
          script("forms"),
          script("controls"),
          script("marks"),
          script("paste"),
          script("wire"),
          script("answer"),
          script("expect"),
          script("checks"),
          script("exchanges"));

  private final Map<String, byte[]> files = new LinkedHashMap<>();

  Assets() {
    for (String name : TYPES.keySet()) {
      try (InputStream in = Assets.class.getResourceAsStream("assets/" + name)) {
        if (in == null) {
          throw new IllegalStateException("the library lacks its file " + name);
        }
        files.put(name, in.readAllBytes());
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }
  }

  private static Map.Entry<String, String> script(String name) {
    return Map.entry(name + ".js", "text/javascript; charset=utf-8");
  }

  /** The text of a file of the page. */
  String text(String name) {
    return new String(files.getOrDefault(name, new byte[0]), StandardCharsets.UTF_8);
  }

  void send(HttpRequest request, HttpResponse response) throws IOException {
    String name = request.path().substring(PATH.length() + 1);
    byte[] file = files.get(name);
    String type = TYPES.get(name);
    if (file == null || type == null) {
      PageResponses.plain(response, 404, "There is no such file.");
      return;
    }
    response.header("Cache-Control", "no-cache");
    PageResponses.send(response, 200, type, file);
  }
}
