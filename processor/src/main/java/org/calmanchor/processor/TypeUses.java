package org.calmanchor.processor;

import java.util.List;
import javax.lang.model.type.TypeMirror;

/**
 * The annotations on the use of a type and of the types inside it, such as its type arguments. The
 * compiler knows them for sources; for class files, several versions of it do not.
 */
interface TypeUses {
  /** Those that the compiler knows. */
  static TypeUses ofCompiler(Model model) {
    return new TypeUses() {
      @Override
      public List<MirrorAnnotation> on(TypeMirror type) {
        return MirrorAnnotation.of(model, type.getAnnotationMirrors());
      }

      @Override
      public TypeUses argument(int position) {
        return this;
      }

      @Override
      public TypeUses component() {
        return this;
      }
    };
  }

  /** The annotations on the use of {@code type} itself. */
  List<MirrorAnnotation> on(TypeMirror type);

  /** Those on a type argument. */
  TypeUses argument(int position);

  /** Those on the component type of an array. */
  TypeUses component();
}
