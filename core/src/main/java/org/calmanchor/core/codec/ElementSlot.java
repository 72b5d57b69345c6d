package org.calmanchor.core.codec;

/**
 * An element's place in a structure.
 *
 * @param namespace its namespace, empty for none
 * @param name its local name
 * @param tag its tags when written
 * @param min how often it must stand
 * @param max how often it may stand
 * @param nillable whether xsi:nil may stand for a value
 * @param repeats whether its values are held as several
 * @param isLater whether its values are read as they are asked for; only the last element's are
 * @param codec its content
 * @param holder how its values are held
 * @param member its index in the composite
 */
record ElementSlot(
    String namespace,
    String name,
    Tag tag,
    int min,
    int max,
    boolean nillable,
    boolean repeats,
    boolean isLater,
    ElementCodec codec,
    Holder holder,
    int member) {
  /** The step in a path; lists count from 1. */
  String step(int index) {
    return repeats ? name + "[" + (index + 1) + "]" : name;
  }
}
