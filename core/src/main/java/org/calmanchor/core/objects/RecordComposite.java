package org.calmanchor.core.objects;

import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.RefusedValueException;
import org.jspecify.annotations.Nullable;

/** A record, created by its constructor and read by its accessors. */
final class RecordComposite implements Composite {
  private final ConstructorCall constructor;
  private final int[] positions;
  private final @Nullable Object[] absent;
  private final Getters getters;
  private final boolean isComplete;

  /**
   * Creates a composite for a record.
   *
   * @param constructor from all components to the record
   * @param positions the component that each member is
   * @param absent the value of each component that is not a member
   * @param getters from the record to each member
   */
  RecordComposite(
      ConstructorCall constructor, int[] positions, @Nullable Object[] absent, Getters getters) {
    this.constructor = constructor;
    this.positions = positions;
    this.absent = absent;
    this.getters = getters;
    this.isComplete = isComplete(positions, absent.length);
  }

  private static boolean isComplete(int[] positions, int components) {
    for (int i = 0; i < positions.length; i++) {
      if (positions[i] != i) {
        return false;
      }
    }
    return positions.length == components;
  }

  @Override
  public Object assemble(@Nullable Object[] members) {
    @Nullable Object[] all = members;
    if (!isComplete) {
      all = absent.clone();
      for (int i = 0; i < members.length; i++) {
        all[positions[i]] = members[i];
      }
    }
    try {
      return constructor.create(all);
    } catch (Error error) {
      throw error;
    } catch (Throwable refused) {
      throw new RefusedValueException(refused);
    }
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    return getters.get(structure, index);
  }
}
