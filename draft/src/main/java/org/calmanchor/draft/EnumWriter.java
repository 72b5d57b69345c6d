package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.TypeSpec;
import javax.lang.model.element.Modifier;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.core.model.SimpleType;

/** Writes enums for enumerations. */
final class EnumWriter {
  private final DraftedTypes types;

  EnumWriter(DraftedTypes types) {
    this.types = types;
  }

  TypeSpec write(SimpleType enumeration) {
    String name = types.nameOf(enumeration).simpleName();
    TypeSpec.Builder built =
        TypeSpec.enumBuilder(name)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(new Javadoc(enumeration.doc(), types.described(enumeration)).block());
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
