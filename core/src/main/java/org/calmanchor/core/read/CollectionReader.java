package org.calmanchor.core.read;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.constraint.ConstraintReader;
import org.calmanchor.core.constraint.Constraints;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.read.TypeReader.ReadType;
import org.calmanchor.core.reading.JavaForm;

/**
 * Reads maps, and containers that stand where one value is expected (within another container, as a
 * map's value, as a type argument), into types of their own.
 */
final class CollectionReader {
  private static final String ITEM = "item";
  private static final String ENTRY = "entry";

  private final TypeReader types;

  CollectionReader(TypeReader types) {
    this.types = types;
  }

  boolean reads(JavaType type) {
    return Container.of(type) != null || isMap(type) || isOptional(type);
  }

  private static boolean isMap(JavaType type) {
    return type.name().equals("java.util.Map") && type.arguments().size() == 2;
  }

  private static boolean isOptional(JavaType type) {
    return type.name().equals("java.util.Optional") && type.arguments().size() == 1;
  }

  ReadType read(JavaType type, Constraints size, String path) {
    if (isMap(type)) {
      return map(type, size, path);
    }
    if (isOptional(type)) {
      types
          .problems()
          .add(
              ProblemCode.CONTAINER_NESTED,
              path,
              type.signature() + " has no form on the wire here, where no value can be absent.",
              "Leave Optional out: what has no value is left out of a list or map; or put it into a"
                  + " record.");
      return types.use(type.arguments().get(0), path);
    }
    return list(type, path);
  }

  /** A type argument, restricted by the constraints on its use. */
  private record Argument(TypeUse type, String localName, JavaForm use, boolean needsProvider) {}

  private Argument argument(JavaType type, String path) {
    Constraints constraints =
        ConstraintReader.read(type.useConstraints(), type, false, types.problems(), path);
    ReadType read = types.use(type, "", constraints, path);
    return new Argument(
        MemberReader.narrowed(read, constraints),
        read.localName(),
        read.use(),
        constraints.needsProvider() || read.needsProvider());
  }

  private ReadType list(JavaType type, String path) {
    JavaType itemType = type.arguments().get(0);
    Container container = Container.of(type);
    if (container == Container.STREAM || container == null) {
      types
          .problems()
          .add(
              ProblemCode.STREAM_IN_DATA,
              path,
              type.signature() + " can be read only once, and is never closed here.",
              "Use a List within data; a Stream is for results and last parameters.");
      container = Container.LIST;
    }
    Argument item = argument(itemType, path);
    String local = item.localName() + "List";
    QName name = new QName(types.namespace(), local);
    define(name, type, List.of(member(ITEM, item, 0, Particle.UNBOUNDED, type)), path);
    return new ReadType(
        TypeUse.named(name),
        new JavaForm.Wrapped(qualified(ITEM), new JavaForm.Many(container, itemType, item.use())),
        item.needsProvider());
  }

  private ReadType map(JavaType type, Constraints size, String path) {
    JavaType keyType = type.arguments().get(0);
    if (!TypeReader.isSimple(keyType) || keyType.kind() == JavaType.Kind.ARRAY) {
      types
          .problems()
          .add(
              ProblemCode.MAP_KEY_NOT_SIMPLE,
              path,
              keyType.signature() + " cannot be the key of a map on the wire.",
              "Use a String, a number, a date or an enum as key, or a List of a record.");
    }
    Argument key = argument(keyType, path);
    Argument value = argument(type.arguments().get(1), path);
    String base = key.localName() + value.localName();
    QName entryName = new QName(types.namespace(), base + "Entry");
    define(
        entryName,
        type,
        List.of(member("key", key, 1, 1, type), member("value", value, 1, 1, type)),
        path);
    QName name = new QName(types.namespace(), base + mapSuffix(size));
    JavaForm.Entry entry =
        new JavaForm.Entry(qualified("key"), qualified("value"), key.use(), value.use());
    Argument entryType = new Argument(TypeUse.named(entryName), "", entry, false);
    define(name, type, List.of(member(ENTRY, entryType, size.min(), size.max(), type)), path);
    return new ReadType(
        TypeUse.named(name),
        new JavaForm.Mapping(qualified(ENTRY), entry),
        key.needsProvider() || value.needsProvider());
  }

  /** Maps with different size constraints are different types. */
  private static String mapSuffix(Constraints size) {
    String from = size.min() == 0 ? "" : "From" + size.min();
    return "Map" + from + (size.max() == Particle.UNBOUNDED ? "" : "To" + size.max());
  }

  private QName qualified(String local) {
    return new QName(types.namespace(), local);
  }

  private Particle member(String name, Argument read, int min, int max, JavaType owner) {
    Origin origin = Origin.of(owner.signature());
    return new Particle(
        new ElementDeclaration(qualified(name), read.type(), false, "", origin), min, max);
  }

  private void define(QName name, JavaType type, List<Particle> particles, String path) {
    Origin origin = Origin.of(type.signature());
    types
        .parts()
        .define(
            name,
            new ComplexType(
                name, ComplexType.Elements.sequence(particles), List.of(), false, "", origin),
            path);
  }
}
