package org.calmanchor.core.read;

import java.util.List;
import org.calmanchor.annotations.Omit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.introspection.JavaMethod;
import org.jspecify.annotations.Nullable;

/** The settings of an operation: those of the method's annotation, or the defaults. */
record OperationDeclaration(
    String name,
    String response,
    String action,
    boolean oneWay,
    List<String> callers,
    String freshFor,
    String doc) {

  /** The declaration of {@code method}, or null if it is not an operation. */
  static @Nullable OperationDeclaration of(JavaMethod method, PortType.Exposing exposing) {
    Operation given = method.annotation(Operation.class);
    if (given != null) {
      return new OperationDeclaration(
          given.name(),
          given.response(),
          given.action(),
          given.oneWay(),
          List.of(given.callers()),
          given.freshFor(),
          Docs.of(given.doc(), method));
    }
    boolean isExposed =
        exposing == PortType.Exposing.PUBLIC
            && method.isPublic()
            && !method.isStatic()
            && !method.isOfEveryObject()
            && method.annotation(Omit.class) == null;
    return isExposed
        ? new OperationDeclaration("", "", "", false, List.of(), "", method.doc())
        : null;
  }
}
