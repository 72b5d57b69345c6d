package org.calmanchor.deployment;

import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Makes the objects of services by their constructors without parameters. */
public final class ServiceObjects {
  private ServiceObjects() {}

  /** Why no object of a class can be made here, for people; null if one can be made. */
  public static @Nullable String reasonNotToMake(Class<?> type) {
    if (type.isInterface() || Modifier.isAbstract(type.getModifiers())) {
      return type.isInterface() ? "it is an interface" : "it is abstract";
    }
    String needs = needs(type);
    return needs == null ? null : "its constructor needs arguments, " + needs;
  }

  /** What the constructors of a class need, for people; null if one needs nothing. */
  public static @Nullable String needs(Class<?> type) {
    if (Arrays.stream(type.getDeclaredConstructors()).anyMatch(c -> c.getParameterCount() == 0)) {
      return null;
    }
    return Arrays.stream(type.getDeclaredConstructors())
        .map(
            constructor ->
                Arrays.stream(constructor.getParameterTypes())
                    .map(Class::getSimpleName)
                    .collect(Collectors.joining(", ", type.getSimpleName() + "(", ")")))
        .collect(Collectors.joining(" or "));
  }

  /**
   * Makes an object.
   *
   * @throws DeploymentException when the class has no constructor without parameters, or that fails
   */
  public static Object make(Class<?> type) {
    if (type.isInterface() || Modifier.isAbstract(type.getModifiers())) {
      throw new DeploymentException(
          type.getSimpleName()
              + (type.isInterface() ? " is an interface" : " is abstract")
              + ", so nothing can be made of it. Name the class that "
              + (type.isInterface() ? "implements it." : "extends it."));
    }
    try {
      Constructor<?> constructor = type.getDeclaredConstructor();
      constructor.setAccessible(true);
      return constructor.newInstance();
    } catch (NoSuchMethodException none) {
      throw new DeploymentException(
          type.getSimpleName()
              + " has no constructor without parameters, so it cannot be made here."
              + " Give it one, or host it from Java: SoapHost.onPort(8080).serve(\"/"
              + type.getSimpleName()
              + "\", yourObject).start().");
    } catch (InvocationTargetException failed) {
      throw new DeploymentException(
          "The constructor of " + type.getSimpleName() + " failed: " + failed.getCause());
    } catch (ReflectiveOperationException | LinkageError unusable) {
      throw new DeploymentException(
          type.getSimpleName() + " cannot be made here: " + unusable.getMessage());
    }
  }
}
