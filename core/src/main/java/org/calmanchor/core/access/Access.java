package org.calmanchor.core.access;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.annotations.Role;
import org.jspecify.annotations.Nullable;

/**
 * Who may call an operation. Immutable.
 *
 * @param kind whom it concerns
 * @param roles of which a caller needs one; empty for the other kinds
 */
public record Access(Kind kind, List<String> roles) {
  /** Nothing was said: the host decides. */
  public static final Access UNSAID = new Access(Kind.UNSAID, List.of());

  /** Whom it concerns. */
  public enum Kind {
    /** Nothing was said: any caller if the host knows callers, else anyone. */
    UNSAID,
    /** No caller has to say who it is. */
    ANYONE,
    /** A caller has to say who it is. */
    ANY_CALLER,
    /** A caller needs one of the roles. */
    ROLES
  }

  /** Copies the roles. */
  public Access {
    roles = List.copyOf(roles);
  }

  /**
   * Reads the words of an annotation or a file; no word says nothing.
   *
   * @throws IllegalArgumentException when they contradict each other or cannot be roles
   */
  public static Access of(List<String> words) {
    if (words.isEmpty()) {
      return UNSAID;
    }
    for (String word : words) {
      if (!isRole(word)) {
        throw new IllegalArgumentException(
            "\"" + word + "\" cannot be a role; write letters, digits, '.', '_' and '-'");
      }
    }
    boolean isForAll = words.contains(Role.ANYONE);
    if (isForAll || words.contains(Role.ANY_CALLER)) {
      if (words.size() > 1) {
        throw new IllegalArgumentException(
            "\""
                + (isForAll ? Role.ANYONE : Role.ANY_CALLER)
                + "\" includes everybody that \""
                + words.stream().filter(each -> !isWord(each)).findFirst().orElse(Role.ANY_CALLER)
                + "\" names; write one of them");
      }
      return new Access(isForAll ? Kind.ANYONE : Kind.ANY_CALLER, List.of());
    }
    return new Access(Kind.ROLES, new ArrayList<>(words));
  }

  /** Whether a text can be the name of a role: of letters, digits, '.', '_' and '-'. */
  public static boolean isRole(String text) {
    return text.matches("[\\p{L}\\p{N}._-]{1,100}");
  }

  /** Whether a word stands for everybody. */
  public static boolean isWord(String text) {
    return text.equals(Role.ANYONE) || text.equals(Role.ANY_CALLER);
  }

  /** The words that an annotation or a file would have for it; none for one that says nothing. */
  public List<String> words() {
    return switch (kind) {
      case UNSAID -> List.of();
      case ANYONE -> List.of(Role.ANYONE);
      case ANY_CALLER -> List.of(Role.ANY_CALLER);
      case ROLES -> roles;
    };
  }

  /** This, or {@code other} if this says nothing. */
  public Access or(Access other) {
    return kind == Kind.UNSAID ? other : this;
  }

  /** Whether it asks for a caller, so that it is never open, even if no callers are known. */
  public boolean isMarked() {
    return kind == Kind.ANY_CALLER || kind == Kind.ROLES;
  }

  /**
   * Whether this caller may call.
   *
   * @param caller null for one that did not say who it is
   * @param knowsCallers whether the host knows callers
   */
  public boolean allows(@Nullable Caller caller, boolean knowsCallers) {
    return switch (kind) {
      case ANYONE -> true;
      case UNSAID -> caller != null || !knowsCallers;
      case ANY_CALLER -> caller != null;
      case ROLES -> caller != null && caller.hasAny(roles);
    };
  }

  /** In words, for people: "anyone", "any caller", or the roles. */
  @Override
  public String toString() {
    return switch (kind) {
      case UNSAID, ANY_CALLER -> "any caller";
      case ANYONE -> "anyone";
      case ROLES -> String.join(", ", roles);
    };
  }
}
