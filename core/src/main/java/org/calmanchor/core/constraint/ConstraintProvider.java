package org.calmanchor.core.constraint;

import jakarta.validation.ConstraintViolation;
import jakarta.validation.ParameterNameProvider;
import jakarta.validation.Validation;
import jakarta.validation.ValidationException;
import jakarta.validation.Validator;
import java.lang.reflect.Constructor;
import java.lang.reflect.Method;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.lexical.LexicalException;
import org.jspecify.annotations.Nullable;

/**
 * A provider of jakarta.validation, if there is one on the class path: for constraints that are not
 * those of the API, and those on whole classes. Safe for any number of threads.
 */
public final class ConstraintProvider {
  private final Validator validator;

  private ConstraintProvider(Validator validator) {
    this.validator = validator;
  }

  /** Whether there is a provider on the class path. */
  public static boolean isPresent() {
    return find() != null;
  }

  /** The provider on the class path; null if there is none, or if its API is missing. */
  public static @Nullable ConstraintProvider find() {
    try {
      return new ConstraintProvider(
          Validation.byDefaultProvider()
              .configure()
              .parameterNameProvider(new Names())
              .buildValidatorFactory()
              .getValidator());
    } catch (NoClassDefFoundError | ValidationException absent) {
      return null;
    }
  }

  /**
   * Checks an object that was just created, without the objects that it contains.
   *
   * @throws LexicalException when a constraint does not hold
   */
  public void check(Object made) {
    refuse(validator.validate(made));
  }

  /**
   * Checks the arguments of a call.
   *
   * @throws LexicalException when a constraint does not hold
   */
  public void check(Object target, Method method, @Nullable Object[] arguments) {
    refuse(validator.forExecutables().validateParameters(target, method, arguments));
  }

  /** Names parameters as the contract does, whichever way the class was compiled. */
  private static final class Names implements ParameterNameProvider {
    @Override
    public List<String> getParameterNames(Constructor<?> constructor) {
      return Reflection.parameterNames(constructor, position -> "arg" + position);
    }

    @Override
    public List<String> getParameterNames(Method method) {
      return Reflection.parameterNames(method, position -> "arg" + position);
    }
  }

  private static void refuse(Set<? extends ConstraintViolation<?>> violations) {
    if (!violations.isEmpty()) {
      Set<String> words = new TreeSet<>();
      for (ConstraintViolation<?> violation : violations) {
        String path = violation.getPropertyPath().toString();
        words.add(path.isEmpty() ? violation.getMessage() : path + " " + violation.getMessage());
      }
      throw LexicalException.constrained(
          "what its constraints ask for: " + String.join("; ", words));
    }
  }
}
