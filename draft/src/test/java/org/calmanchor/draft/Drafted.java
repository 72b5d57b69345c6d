package org.calmanchor.draft;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.spi.ToolProvider;
import java.util.stream.Stream;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;

/** Drafts that are compiled as a user's build would, without a single warning. */
public final class Drafted implements AutoCloseable {
  private final URLClassLoader loader;

  private Drafted(URLClassLoader loader) {
    this.loader = loader;
  }

  /** Reads documents from a folder in which they are written first; the first one is the WSDL. */
  static ReadDocument read(Path folder, Map<String, String> texts) {
    try {
      for (Map.Entry<String, String> each : texts.entrySet()) {
        Path file = folder.resolve(each.getKey());
        Files.createDirectories(file.getParent());
        Files.writeString(file, each.getValue());
      }
      return ContractDocuments.read(folder.resolve(texts.keySet().iterator().next()));
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  /** Documents of the corpus of core, by their names; without those that are refused. */
  static Map<String, Map<String, String>> corpus() throws IOException {
    Map<String, Map<String, String>> all = new LinkedHashMap<>();
    try (Stream<Path> files = Files.list(Path.of("../core/src/test/resources/corpus"))) {
      for (Path file : files.sorted().toList()) {
        String text = Files.readString(file);
        if (text.contains("\nexpect: read")) {
          all.put(file.getFileName().toString().replace(".txt", ""), texts(text));
        }
      }
    }
    all.put("90-pilots", pilots("pilots.wsdl"));
    all.put("91-pilots-2", pilots("pilots-2.wsdl"));
    all.put("92-odd", Map.of("odd.wsdl", Files.readString(Path.of("src/test/resources/odd.wsdl"))));
    return all;
  }

  /** The documents of the partner in the examples. */
  static Map<String, String> pilots(String wsdl) throws IOException {
    Path folder = Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots");
    Map<String, String> texts = new LinkedHashMap<>();
    for (String each : List.of(wsdl, "types/ships.xsd", "types/common.xsd")) {
      texts.put(each, Files.readString(folder.resolve(each)));
    }
    return texts;
  }

  private static Map<String, String> texts(String corpus) {
    Map<String, String> texts = new LinkedHashMap<>();
    for (String part : corpus.split("(?m)^--- ", -1)) {
      int end = part.indexOf('\n');
      texts.put(part.substring(0, end).strip(), part.substring(end + 1));
    }
    texts.remove(texts.keySet().iterator().next());
    String schema = texts.remove("schema");
    return schema == null ? texts : Map.of("partner.wsdl", around(schema));
  }

  /** A WSDL document around components; its operation takes and answers the element message. */
  static String around(String components) {
    return """
        <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t="urn:saltmere:pilots"
            xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" targetNamespace="urn:saltmere:pilots">
        <w:types><xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema"
            targetNamespace="urn:saltmere:pilots" elementFormDefault="qualified">
        %s
        </xs:schema></w:types>
        <w:message name="send"><w:part name="body" element="t:message"/></w:message>
        <w:portType name="Pilots"><w:operation name="send">
          <w:input message="t:send"/><w:output message="t:send"/></w:operation></w:portType>
        <w:binding name="PilotsSoap" type="t:Pilots">
          <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
          <w:operation name="send"><soap:operation soapAction="send"/>
            <w:input><soap:body use="literal"/></w:input>
            <w:output><soap:body use="literal"/></w:output></w:operation></w:binding>
        <w:service name="PilotOffice"><w:port name="Pilots" binding="t:PilotsSoap">
          <soap:address location="http://saltmere.test/pilots"/></w:port></w:service>
        </w:definitions>
        """
        .formatted(components);
  }

  public static Drafted compile(Path folder, Collection<Draft> drafts) throws IOException {
    Path classes = folder.resolve("classes");
    List<String> all =
        new ArrayList<>(
            List.of(
                "-Xlint:all",
                "-Werror",
                "-parameters",
                "-proc:none",
                "-encoding",
                "UTF-8",
                "-cp",
                System.getProperty("java.class.path"),
                "-d",
                classes.toString()));
    for (Draft draft : drafts) {
      for (Map.Entry<String, byte[]> each : draft.sources().entrySet()) {
        all.add(write(folder.resolve("sources"), each).toString());
      }
      for (Map.Entry<String, byte[]> each : draft.resources().entrySet()) {
        write(classes, each);
      }
    }
    StringWriter said = new StringWriter();
    PrintWriter out = new PrintWriter(said);
    int result =
        ToolProvider.findFirst("javac").orElseThrow().run(out, out, all.toArray(new String[0]));
    if (result != 0) {
      throw new AssertionError(said.toString());
    }
    URL[] urls = {classes.toUri().toURL()};
    return new Drafted(new URLClassLoader(urls, Drafted.class.getClassLoader()));
  }

  static Path write(Path folder, String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  private static Path write(Path folder, Map.Entry<String, byte[]> file) throws IOException {
    Path path = folder.resolve(file.getKey());
    Files.createDirectories(path.getParent());
    return Files.write(path, file.getValue());
  }

  /** The drafted interfaces of port types. */
  List<Class<?>> portTypes(Draft draft) {
    List<Class<?>> found = new ArrayList<>();
    for (String source : draft.sources().keySet()) {
      Class<?> type = type(source.replace(".java", "").replace('/', '.'));
      if (type.isAnnotationPresent(PortType.class)) {
        found.add(type);
      }
    }
    return found;
  }

  public Class<?> type(String name) {
    try {
      return Class.forName(name, false, loader);
    } catch (ClassNotFoundException missing) {
      throw new AssertionError(missing);
    }
  }

  @Override
  public void close() throws IOException {
    loader.close();
  }
}
