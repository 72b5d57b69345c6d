package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.TypeName;
import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.NodeKind;

/**
 * A component, property or parameter that is drafted.
 *
 * @param kind what it is on the wire
 * @param wireName its name there; for text, empty
 * @param name its name in Java
 * @param type its Java type
 * @param annotations what has to stand before it
 * @param doc what is to be said of it, for Javadoc; may be empty
 */
record DraftedMember(
    NodeKind kind,
    QName wireName,
    String name,
    TypeName type,
    List<AnnotationSpec> annotations,
    String doc) {
  DraftedMember {
    annotations = List.copyOf(annotations);
  }

  /** The parameter or component. */
  ParameterSpec parameter() {
    return ParameterSpec.builder(type, name).addAnnotations(annotations).build();
  }
}
