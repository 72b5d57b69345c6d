package org.calmanchor.core.objects;

import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.constraint.ConstraintProvider;
import org.jspecify.annotations.Nullable;

/** A structure whose objects are checked by a provider of constraints after they were created. */
record ValidatedComposite(Composite composite, ConstraintProvider provider) implements Composite {
  @Override
  public Object assemble(@Nullable Object[] members) {
    Object made = composite.assemble(members);
    provider.check(made);
    return made;
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    return composite.member(structure, index);
  }
}
