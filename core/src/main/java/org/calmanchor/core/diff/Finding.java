package org.calmanchor.core.diff;

/**
 * A difference of two types, whatever messages they are used in.
 *
 * @param member the member in the type; empty for the type itself
 * @param kind what differs
 * @param was what it was; empty if it was not there
 * @param is what it is; empty if it is not there any more
 * @param narrows whether a value may have been valid that is not any more
 * @param widens whether a value may be valid that was not before
 * @param place where it is declared
 */
record Finding(
    String member,
    Kind kind,
    String was,
    String is,
    boolean narrows,
    boolean widens,
    String place) {

  /** What differs, with the reasons why it breaks consumers. */
  enum Kind {
    TYPE(
        "type",
        "Some values that were valid are refused now.",
        "Values may come that were not possible before."),
    OCCURRENCE(
        "occurrence",
        "It must be there, or may not be there as often as before.",
        "It may be missing, or may come more often than before."),
    ADDED(
        "added",
        "Messages without it are refused now.",
        "It comes, and consumers that validate do not know it."),
    REMOVED("removed", "Messages that have it are refused now.", "It does not come any more."),
    MOVED(
        "moved",
        "Its place among the other elements is another one, and the order matters.",
        "It comes at another place, and the order matters."),
    ORDER(
        "order",
        "The order of the elements matters now.",
        "The elements may come in another order than before."),
    NAMESPACE(
        "namespace",
        "An element of the old namespace is refused now.",
        "It comes in a namespace that consumers do not know."),
    NILLABLE(
        "nillable",
        "It may not be nil any more.",
        "It may be nil now, and consumers expect a value."),
    VALUE(
        "default or fixed value",
        "A message without it means something else now, or another value is refused.",
        "A message without it means something else now, or another value comes."),
    ATTRIBUTE_USE(
        "use of the attribute",
        "Messages without it are refused now.",
        "It may be missing, and consumers rely on it."),
    CHOICE_ADDED("alternative added", "", "It may come instead of those that consumers know."),
    CHOICE_REMOVED("alternative removed", "Messages that have it are refused now.", ""),
    CONTENT(
        "content",
        "The elements are combined in another way, so that old messages may be refused.",
        "The elements are combined in another way than consumers know."),
    MIXED(
        "text between the elements",
        "Text between the elements is refused now.",
        "Text may come between the elements."),
    WILDCARD(
        "elements or attributes of any name",
        "Some that were allowed are refused now.",
        "Some may come that were not allowed before."),
    SUBTYPE_ADDED(
        "derived type added", "", "Values of a type may come that consumers do not know."),
    SUBTYPE_REMOVED("derived type removed", "Values of that type are refused now.", ""),
    ABSTRACT(
        "abstract",
        "The type itself is refused now; only types derived from it are accepted.",
        "The type itself may come, not only types derived from it."),
    BLOCKED(
        "blocked derivations",
        "Derived types or substitutes are refused that were accepted.",
        "Derived types or substitutes may come that were not allowed.");

    private final String what;
    private final String senders;
    private final String receivers;

    Kind(String what, String senders, String receivers) {
      this.what = what;
      this.senders = senders;
      this.receivers = receivers;
    }

    String what() {
      return what;
    }

    /** Why it breaks consumers that send. */
    String senders() {
      return senders;
    }

    /** Why it breaks consumers that receive. */
    String receivers() {
      return receivers;
    }
  }
}
