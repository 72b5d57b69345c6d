package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.TypeSpec;
import javax.lang.model.element.Modifier;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.Javadoc;
import org.calmanchor.draft.text.UniqueNames;

/** Writes enums for enumerations. */
final class EnumWriter {
  private final DraftedTypes types;
  private final String document;

  /**
   * Creates a writer.
   *
   * @param document the document that defines the types, for annotations; empty if the service
   *     names it
   */
  EnumWriter(DraftedTypes types, String document) {
    this.types = types;
    this.document = document;
  }

  TypeSpec write(SimpleType enumeration) {
    String name = types.nameOf(enumeration).simpleName();
    TypeSpec.Builder built =
        TypeSpec.enumBuilder(name)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(new Javadoc(enumeration.doc(), types.described(enumeration)).block());
    QName wireName = enumeration.name();
    if (wireName != null && !document.isEmpty() && !wireName.getNamespaceURI().isEmpty()) {
      built.addAnnotation(
          TypeWriter.named(
                  AnnotationSpec.builder(org.calmanchor.annotations.SimpleType.class),
                  name,
                  wireName)
              .addMember("document", "$S", document)
              .build());
    }
    UniqueNames names = new UniqueNames();
    for (String value : types.simple().values(enumeration)) {
      String constant = names.free(JavaNames.constant(value));
      TypeSpec.Builder held = TypeSpec.anonymousClassBuilder("");
      String doc = types.simple().doc(enumeration, value);
      if (!doc.isBlank()) {
        held.addJavadoc(new Javadoc(doc, "").block());
      }
      if (!constant.equals(value)) {
        held.addAnnotation(
            AnnotationSpec.builder(Lexical.class).addMember("value", "$S", value).build());
      }
      built.addEnumConstant(constant, held.build());
    }
    return built.build();
  }
}
