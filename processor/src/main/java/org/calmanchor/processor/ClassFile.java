package org.calmanchor.processor;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.lang.model.element.ExecutableElement;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.TypeReference;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.RecordComponentNode;
import org.objectweb.asm.tree.TypeAnnotationNode;

/**
 * What a class file says and the compiler's model of it leaves out: annotations on the use of types
 * (JVMS 4.7.20), and whether the names of parameters are those of the source (JVMS 4.7.24).
 */
final class ClassFile {
  private final Model model;
  private final ClassNode file = new ClassNode();

  ClassFile(Model model, byte[] bytes) {
    this.model = model;
    new ClassReader(bytes).accept(file, ClassReader.SKIP_CODE | ClassReader.SKIP_FRAMES);
  }

  /** The annotations on the type of a field. */
  TypeUses field(String name) {
    return uses(
        fields().filter(f -> f.name.equals(name)).map(f -> f.visibleTypeAnnotations),
        TypeReference.FIELD,
        0);
  }

  private Stream<FieldNode> fields() {
    return file.fields.stream();
  }

  /** The annotations on the type of a record component. */
  TypeUses component(String name) {
    Stream<RecordComponentNode> components =
        file.recordComponents == null ? Stream.empty() : file.recordComponents.stream();
    return uses(
        components.filter(c -> c.name.equals(name)).map(c -> c.visibleTypeAnnotations),
        TypeReference.FIELD,
        0);
  }

  /** The annotations on a method's result. */
  TypeUses result(ExecutableElement method) {
    return uses(annotations(method), TypeReference.METHOD_RETURN, 0);
  }

  /** The annotations on the type of a method's parameter. */
  TypeUses parameter(ExecutableElement method, int position) {
    return uses(annotations(method), TypeReference.METHOD_FORMAL_PARAMETER, position);
  }

  /** The annotations on what the class extends (-1), or on one of its interfaces. */
  TypeUses supertype(int position) {
    return uses(
        Stream.of(file).map(f -> f.visibleTypeAnnotations), TypeReference.CLASS_EXTENDS, position);
  }

  /** The name of a parameter as in the source; null if the file does not have it. */
  @Nullable String parameterName(ExecutableElement method, int position) {
    MethodNode node = methods(method).findFirst().orElse(null);
    return node == null || node.parameters == null || position >= node.parameters.size()
        ? null
        : node.parameters.get(position).name;
  }

  private Stream<MethodNode> methods(ExecutableElement method) {
    String descriptor = model.descriptor(method);
    return file.methods.stream()
        .filter(node -> method.getSimpleName().contentEquals(node.name))
        .filter(node -> node.desc.equals(descriptor));
  }

  private Stream<List<TypeAnnotationNode>> annotations(ExecutableElement method) {
    return methods(method).map(node -> node.visibleTypeAnnotations);
  }

  private TypeUses uses(Stream<List<TypeAnnotationNode>> found, int sort, int position) {
    List<TypeAnnotationNode> here = new ArrayList<>();
    found
        .flatMap(each -> each == null ? Stream.empty() : each.stream())
        .filter(each -> isAt(new TypeReference(each.typeRef), sort, position))
        .forEach(here::add);
    return new FileTypeUses(model, here, "");
  }

  private static boolean isAt(TypeReference reference, int sort, int position) {
    return reference.getSort() == sort
        && switch (sort) {
          case TypeReference.METHOD_FORMAL_PARAMETER ->
              reference.getFormalParameterIndex() == position;
          case TypeReference.CLASS_EXTENDS -> reference.getSuperTypeIndex() == position;
          default -> true;
        };
  }
}
