package org.calmanchor.processor;

import java.util.Set;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;

/**
 * Tells the compiler that our annotations have a processor. {@link ContractProcessor} cannot: it
 * looks at every class, so it would claim the annotations of others, too. Without this, a build
 * with {@code -Xlint:processing -Werror} fails.
 */
public final class AnnotationClaim extends AbstractProcessor {
  /** Creates the processor; the compiler does. */
  public AnnotationClaim() {}

  @Override
  public SourceVersion getSupportedSourceVersion() {
    return SourceVersion.latestSupported();
  }

  @Override
  public Set<String> getSupportedAnnotationTypes() {
    return Set.of("org.calmanchor.annotations.*");
  }

  // No other processor has to see them.
  @SuppressWarnings("DoNotClaimAnnotations")
  @Override
  public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
    return true;
  }
}
