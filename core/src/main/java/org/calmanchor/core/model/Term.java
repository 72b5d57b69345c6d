package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;

/** What a particle repeats (XML Schema 1.0 part 1, section 2.2.3.2). */
public sealed interface Term
    permits ElementDeclaration, Term.ElementReference, Term.Group, Term.GroupReference, Wildcard {

  /** A reference to a global element. */
  record ElementReference(QName name) implements Term {}

  /** A model group that is defined in place. */
  record Group(Compositor compositor, List<Particle> particles) implements Term {
    /** Copies the particles. */
    public Group {
      particles = List.copyOf(particles);
    }
  }

  /** A reference to a named model group. */
  record GroupReference(QName name) implements Term {}

  /** How the particles of a group combine. */
  enum Compositor {
    SEQUENCE,
    CHOICE,
    ALL
  }
}
