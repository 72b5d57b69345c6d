package org.calmanchor.processor;

import java.util.List;
import javax.lang.model.type.TypeMirror;
import org.objectweb.asm.tree.TypeAnnotationNode;

/**
 * Annotations on the use of a type, from a class file.
 *
 * @param all those of the whole type
 * @param path the way from it to the type inside it (JVMS 4.7.20.2) as text; the steps to nested
 *     types are left out, since an outer type has no annotation that is read
 */
record FileTypeUses(Model model, List<TypeAnnotationNode> all, String path) implements TypeUses {
  @Override
  public List<MirrorAnnotation> on(TypeMirror type) {
    return all.stream()
        .filter(each -> pathOf(each).equals(path))
        .map(each -> MirrorAnnotation.of(model, each))
        .toList();
  }

  private static String pathOf(TypeAnnotationNode annotation) {
    return annotation.typePath == null ? "" : annotation.typePath.toString().replace(".", "");
  }

  @Override
  public TypeUses argument(int position) {
    return new FileTypeUses(model, all, path + position + ";");
  }

  @Override
  public TypeUses component() {
    return new FileTypeUses(model, all, path + "[");
  }
}
