package org.calmanchor.core.read;

/** The kinds of problems, each with a number that never changes its meaning. */
public enum ProblemCode {
  NOT_A_SERVICE(101),
  NAMESPACE_MISSING(102),
  NO_OPERATION(103),
  OPERATION_NAMES_COLLIDE(104),
  PARAMETER_NAME_UNAVAILABLE(105),
  OPERATION_NOT_PUBLIC(106),
  OPERATION_STATIC(107),
  NAME_INVALID(108),
  MEMBER_NAMES_COLLIDE(109),
  ELEMENT_NAMES_COLLIDE(110),
  ACTION_INVALID(111),
  TYPE_UNMAPPABLE(201),
  TYPE_NAMES_COLLIDE(202),
  TYPE_ARGUMENTS(203),
  ATTRIBUTE_NOT_SIMPLE(204),
  TYPE_REQUIRES_ITSELF(205),
  PRIMITIVE_OPTIONAL(206),
  CONTAINER_NESTED(207),
  ENUM_LEXICAL(208),
  PACKAGE_CLOSED(209),
  ANNOTATIONS_CONTRADICT(210),
  FAULT_CONSTRUCTOR(302);

  private final int number;

  ProblemCode(int number) {
    this.number = number;
  }

  /** As printed: {@code CALM-104}. */
  @Override
  public String toString() {
    return "CALM-" + number;
  }
}
