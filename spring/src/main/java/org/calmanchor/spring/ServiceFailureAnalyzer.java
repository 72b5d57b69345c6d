package org.calmanchor.spring;

import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.deployment.DeploymentException;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.diagnostics.FailureAnalyzer;

/** Shows what is wrong with services or settings without the beans that it went through. */
final class ServiceFailureAnalyzer implements FailureAnalyzer {
  /** Creates the analyzer, for Spring. */
  ServiceFailureAnalyzer() {}

  @Override
  public @Nullable FailureAnalysis analyze(Throwable failure) {
    for (Throwable each = failure; each != null; each = each.getCause()) {
      if (each instanceof ConfigurationException
          || each instanceof DeploymentException
          || each instanceof ContractException) {
        return new FailureAnalysis(
            "The SOAP services cannot be hosted.\n\n" + each.getMessage(), null, each);
      }
    }
    return null;
  }
}
