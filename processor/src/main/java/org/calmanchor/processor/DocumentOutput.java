package org.calmanchor.processor;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.annotation.processing.Filer;
import javax.lang.model.element.TypeElement;
import javax.tools.StandardLocation;
import org.calmanchor.core.introspection.SourceIndex;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.WsdlFiles;

/** Writes what a compilation puts beside its class files. */
record DocumentOutput(Filer filer, Settings settings) {
  /** Writes the index of a type, if it says anything. */
  void write(SourceIndex index, String name, TypeElement type) throws IOException {
    if (!index.isEmpty()) {
      write(SourceIndex.fileOf(name), index.text().getBytes(StandardCharsets.UTF_8), type);
    }
  }

  /** Writes the documents of a service, if they are wanted. */
  void write(Reading reading, TypeElement service) throws IOException {
    if (settings.wsdlFolder().isEmpty()) {
      return;
    }
    String name = reading.contract().portTypes().get(0).name().getLocalPart();
    Map<String, byte[]> files =
        WsdlFiles.of(reading, name + ".wsdl", settings.addressOf(name), settings.isSplit());
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      write(settings.wsdlFolder() + "/" + file.getKey(), file.getValue(), service);
    }
  }

  private void write(String path, byte[] content, TypeElement origin) throws IOException {
    try (OutputStream out =
        filer.createResource(StandardLocation.CLASS_OUTPUT, "", path, origin).openOutputStream()) {
      out.write(content);
    }
  }
}
