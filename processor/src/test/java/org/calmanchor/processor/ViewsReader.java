package org.calmanchor.processor;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;

/** Reads services through the compiler's view, writes indexes, and reports nothing. */
final class ViewsReader extends AbstractProcessor {
  private final List<String> services;
  private final Map<String, Seen> seen = new TreeMap<>();

  /** A reader of the services of these names, which may come from sources or class files. */
  ViewsReader(List<String> services) {
    this.services = services;
  }

  /** What was read, by service. */
  Map<String, Seen> seen() {
    return seen;
  }

  @Override
  public SourceVersion getSupportedSourceVersion() {
    return SourceVersion.latestSupported();
  }

  @Override
  public Set<String> getSupportedAnnotationTypes() {
    return Set.of("*");
  }

  @Override
  public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
    if (round.processingOver()) {
      return false;
    }
    Resources resources =
        new Resources(processingEnv.getFiler(), processingEnv.getElementUtils(), null);
    Mirrors mirrors =
        new Mirrors(
            new Model(processingEnv.getElementUtils(), processingEnv.getTypeUtils()),
            resources,
            true);
    List<TypeElement> roots = new ArrayList<>(ElementFilter.typesIn(round.getRootElements()));
    roots.forEach(mirrors::addSource);
    roots.forEach(root -> index(root, mirrors));
    for (String service : services) {
      seen.put(service, Seen.of(MirrorType.of(mirrors, mirrors.model().element(service))));
    }
    return false;
  }

  private void index(TypeElement type, Mirrors mirrors) {
    try {
      new DocumentOutput(processingEnv.getFiler(), Settings.of(Map.of()))
          .write(mirrors.index(type), mirrors.model().nameOf(type), type);
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
    ElementFilter.typesIn(type.getEnclosedElements()).forEach(nested -> index(nested, mirrors));
  }
}
