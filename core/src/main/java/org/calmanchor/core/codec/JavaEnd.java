package org.calmanchor.core.codec;

import java.util.List;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.read.Held;
import org.calmanchor.core.read.JavaType;
import org.calmanchor.core.read.Members;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.Members.PropertyMember;

/** The end of Java values: records, enums, the types of the table, and the wrappers around them. */
public final class JavaEnd implements End<JavaEnd.Java> {
  private final Members members;

  /** What stands at a position in Java. */
  public sealed interface Java permits Value, Arguments, Result, Detail {}

  /** A value of a type. */
  public record Value(JavaType type) implements Java {}

  /** The arguments of a method: an {@code Object[]} in the order of its parameters. */
  public record Arguments(OperationMember operation) implements Java {}

  /** The result of a method: an {@code Object[]} of one, or of none for void. */
  public record Result(OperationMember operation) implements Java {}

  /** A declared fault: the exception when written, an {@code Object[]} of members when read. */
  public record Detail(FaultMember fault) implements Java {}

  /** The end for the members of one reading. */
  public JavaEnd(Members members) {
    this.members = members;
  }

  @Override
  public Lexical<Object> lexical(TypeUse type, Java held) {
    JavaType javaType = ((Value) held).type();
    TypeMapping<?> mapping = TypeMappings.forJava(javaType.name());
    if (mapping != null) {
      return generic(mapping.lexical());
    }
    if (type instanceof TypeUse.Named named
        && members.types().get(named.name()) instanceof Members.EnumMember constants) {
      return Handles.constants(constants);
    }
    throw new IllegalArgumentException("nothing maps " + javaType.signature());
  }

  @SuppressWarnings("unchecked") // only ever given values of the row's own Java type
  private static Lexical<Object> generic(Lexical<?> lexical) {
    return (Lexical<Object>) lexical;
  }

  @Override
  public Structure<Java> structure(ComplexType type, Java held) {
    if (held instanceof Arguments arguments) {
      return new Structure<>(membersOf(arguments.operation().parameters()), ValueArray.ONLY);
    }
    if (held instanceof Result result) {
      PropertyMember member = result.operation().result();
      return new Structure<>(
          membersOf(member == null ? List.of() : List.of(member)), ValueArray.ONLY);
    }
    if (held instanceof Detail detail) {
      return new Structure<>(
          membersOf(detail.fault().properties()), Handles.exception(detail.fault()));
    }
    JavaType javaType = ((Value) held).type();
    if (type.name() != null
        && members.types().get(type.name()) instanceof Members.RecordMember record) {
      return new Structure<>(membersOf(record.properties()), Handles.record(javaType));
    }
    throw new IllegalArgumentException("nothing holds " + javaType.signature());
  }

  private static List<Member<Java>> membersOf(List<PropertyMember> properties) {
    return properties.stream()
        .map(p -> new Member<Java>(p.wireName(), p.isAttribute(), new Value(p.type())))
        .toList();
  }

  @Override
  public Position<Java> position(Java held, boolean repeats) {
    Held how = Held.of(((Value) held).type());
    return new Position<>(JavaHolder.of(how), new Value(how.item()));
  }

  @Override
  public boolean isLenient() {
    return false;
  }

  /** An array of values is its own whole. */
  private enum ValueArray implements Composite {
    ONLY;

    @Override
    public Object whole(Object[] values) {
      return values;
    }

    @Override
    public Object member(Object whole, int index) {
      return ((Object[]) whole)[index];
    }
  }
}
