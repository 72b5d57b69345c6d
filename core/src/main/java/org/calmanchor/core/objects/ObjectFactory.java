package org.calmanchor.core.objects;

import org.jspecify.annotations.Nullable;

/** Creates an object from the arguments of its constructor. */
@FunctionalInterface
interface ObjectFactory {
  Object create(@Nullable Object[] arguments) throws Throwable;
}
