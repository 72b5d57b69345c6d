package org.calmanchor.processor;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.annotation.processing.Messager;
import javax.annotation.processing.ProcessingEnvironment;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.tools.Diagnostic;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.read.ContractReader;

/** What the processor does in one compilation. */
final class Compilation {
  private final Messager messager;
  private final Mirrors mirrors;
  private final DocumentOutput output;

  /** Services that need a type which is not known yet, by qualified name. */
  private final Set<String> waiting = new LinkedHashSet<>();

  /** Types without an index that need a type which is not known yet, by binary name. */
  private final Set<String> incomplete = new LinkedHashSet<>();

  private final Set<String> indexed = new HashSet<>();
  private final Set<Problem> reported = new HashSet<>();

  Compilation(ProcessingEnvironment environment, Settings settings) {
    this.messager = environment.getMessager();
    Resources resources =
        new Resources(environment.getFiler(), environment.getElementUtils(), settings.resources());
    this.mirrors =
        new Mirrors(
            new Model(environment.getElementUtils(), environment.getTypeUtils()),
            resources,
            settings.hasJavadoc());
    this.output = new DocumentOutput(environment.getFiler(), settings);
  }

  void process(RoundEnvironment round) {
    Set<TypeElement> roots = ElementFilter.typesIn(round.getRootElements());
    mirrors.startRound();
    roots.forEach(mirrors::addSource);
    List<TypeElement> types = new ArrayList<>();
    roots.forEach(root -> addWithNested(root, types));
    List<String> before = List.copyOf(incomplete);
    incomplete.clear();
    before.forEach(name -> indexOrWait(mirrors.model().element(name)));
    types.stream().filter(mirrors.indexer()::isWanted).forEach(this::indexOrWait);
    types.stream()
        .filter(type -> Model.isMarked(type, PortType.class))
        .forEach(type -> waiting.add(type.getQualifiedName().toString()));
    new UnmarkedServices(mirrors, types)
        .problems()
        .forEach((type, problem) -> warn(problem.toString(), type));
    for (String name : List.copyOf(waiting)) {
      if (isRead(mirrors.model().element(name))) {
        waiting.remove(name);
      }
    }
  }

  private static void addWithNested(TypeElement type, List<TypeElement> all) {
    all.add(type);
    ElementFilter.typesIn(type.getEnclosedElements()).forEach(nested -> addWithNested(nested, all));
  }

  private void indexOrWait(TypeElement type) {
    if (mirrors.indexer().isComplete(type)) {
      index(type);
    } else {
      incomplete.add(mirrors.model().nameOf(type));
    }
  }

  private void index(TypeElement type) {
    String name = mirrors.model().nameOf(type);
    if (indexed.add(name)) {
      try {
        output.write(mirrors.index(type), name, type);
      } catch (IOException unwritable) {
        error("The index of " + name + " cannot be written: " + unwritable.getMessage(), type);
      }
    }
  }

  /** Reads a service and reports what is wrong; false if a type is not known yet. */
  private boolean isRead(TypeElement service) {
    MirrorType view = MirrorType.of(mirrors, service);
    mirrors.places().clear();
    try {
      indexAbove(view);
      output.write(ContractReader.readSource(view), service);
    } catch (ContractException wrong) {
      wrong.problems().forEach(problem -> report(problem, service));
    } catch (UnresolvedTypeException waits) {
      // If no round brings the type, the compiler itself says that it is missing.
      return false;
    } catch (IOException unwritable) {
      error("Its WSDL cannot be written: " + unwritable.getMessage(), service);
    } catch (RuntimeException unread) {
      // A mistake of ours, or an unreadable class file, is no reason to stop a user's build.
      warn(
          service.getSimpleName()
              + " cannot be checked here: "
              + (unread instanceof UnreadableClassException ? unread.getMessage() : unread)
              + ". Check it with: calm-anchor judge "
              + service.getQualifiedName(),
          service);
    }
    return true;
  }

  /** Operations may be inherited from types that have no annotation themselves. */
  private void indexAbove(MirrorType type) {
    if (mirrors.isSource(type.element())) {
      indexOrWait(type.element());
    }
    if (type.superclass() instanceof MirrorType above) {
      indexAbove(above);
    }
    type.interfaces().forEach(each -> indexAbove((MirrorType) each));
  }

  private void report(Problem problem, TypeElement service) {
    // Services that share a type share its problems.
    if (reported.add(problem)) {
      Element place = mirrors.places().find(problem.element(), mirrors::isSource);
      error(problem.toString(), place == null ? service : place);
    }
  }

  private void error(String message, Element place) {
    messager.printMessage(Diagnostic.Kind.ERROR, message, place);
  }

  private void warn(String message, Element place) {
    messager.printMessage(Diagnostic.Kind.WARNING, message, place);
  }
}
