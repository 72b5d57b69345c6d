package org.calmanchor.core.xml;

import org.jspecify.annotations.Nullable;

/** The namespace prefixes that are declared at an element. */
@FunctionalInterface
public interface PrefixScope {
  /** The namespace of {@code prefix}; empty for none, null if the prefix is not declared. */
  @Nullable String namespaceOf(String prefix);
}
