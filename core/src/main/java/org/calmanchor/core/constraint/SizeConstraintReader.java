package org.calmanchor.core.constraint;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.model.Facet;

/** Reads a constraint on how long a text, or how large a container is. */
final class SizeConstraintReader {
  private SizeConstraintReader() {}

  static void read(JavaAnnotation given, ConstrainedPosition position) {
    if (given.simpleName().equals("NotEmpty")) {
      size(1, Integer.MAX_VALUE, given, position);
    } else {
      size((int) given.number("min"), (int) given.number("max"), given, position);
    }
  }

  private static void size(
      int least, int most, JavaAnnotation given, ConstrainedPosition position) {
    if (Container.of(position.type()) != null || position.isOf("java.util.Map")) {
      position.addSize(least, most);
    } else if (position.isOf("[B")) {
      List<Facet> facets = new ArrayList<>();
      if (least > 0) {
        facets.add(new Facet(Facet.Kind.MIN_LENGTH, Integer.toString(least)));
      }
      if (most < Integer.MAX_VALUE) {
        facets.add(new Facet(Facet.Kind.MAX_LENGTH, Integer.toString(most)));
      }
      position.add(
          new Constraint(
              counted(least, most, "bytes"),
              facets,
              value -> ((byte[]) value).length >= least && ((byte[]) value).length <= most));
    } else if (position.isOf("java.lang.String")) {
      // Java counts a character beyond U+FFFF as two, XML Schema as one; they only agree on whether
      // a text is empty.
      boolean isSayable = least == 1 && most == Integer.MAX_VALUE;
      position.add(
          new Constraint(
              counted(least, most, "characters"),
              isSayable ? List.of(new Facet(Facet.Kind.MIN_LENGTH, "1")) : List.of(),
              value -> value.toString().length() >= least && value.toString().length() <= most));
    } else {
      position.unfit(given, "It belongs on a text, bytes, a list, set, array or map.");
    }
  }

  private static String counted(int least, int most, String unit) {
    if (most == Integer.MAX_VALUE) {
      return "at least " + least + " " + unit;
    }
    return least == 0 ? "at most " + most + " " + unit : least + " to " + most + " " + unit;
  }
}
