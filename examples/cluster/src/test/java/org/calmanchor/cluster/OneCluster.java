package org.calmanchor.cluster;

import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ExtensionContext.Namespace;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/**
 * Gives all tests the same cluster of three hosts, which stops after the last test. Each test
 * leaves it as it was.
 */
final class OneCluster implements ParameterResolver {
  @Override
  public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
    return parameter.getParameter().getType() == Cluster.class;
  }

  @Override
  public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
    return context
        .getRoot()
        .getStore(Namespace.create(OneCluster.class))
        .getOrComputeIfAbsent(Cluster.class, key -> Cluster.start(3), Cluster.class);
  }
}
