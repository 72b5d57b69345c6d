package org.calmanchor.core.objects;

import org.jspecify.annotations.Nullable;

/**
 * A functional interface for each number of constructor parameters. The JDK can compile a lambda
 * only for an interface with the constructor's own parameters, and has none with more than two; a
 * single one that takes an array would need a handle again, which costs what the lambda saves.
 * Public only because lambdas in other packages implement them.
 */
public final class ConstructorInterfaces {
  private static final Class<?>[] INTERFACES = {
    Of0.class,
    Of1.class,
    Of2.class,
    Of3.class,
    Of4.class,
    Of5.class,
    Of6.class,
    Of7.class,
    Of8.class,
    Of9.class,
    Of10.class,
    Of11.class,
    Of12.class
  };

  private ConstructorInterfaces() {}

  /** 0 parameters. */
  public interface Of0 {
    /** Calls the constructor. */
    Object create();
  }

  /** 1 parameter. */
  public interface Of1 {
    /** Calls the constructor. */
    Object create(@Nullable Object a);
  }

  /** 2 parameters. */
  public interface Of2 {
    /** Calls the constructor. */
    Object create(@Nullable Object a, @Nullable Object b);
  }

  /** 3 parameters. */
  public interface Of3 {
    /** Calls the constructor. */
    Object create(@Nullable Object a, @Nullable Object b, @Nullable Object c);
  }

  /** 4 parameters. */
  public interface Of4 {
    /** Calls the constructor. */
    Object create(@Nullable Object a, @Nullable Object b, @Nullable Object c, @Nullable Object d);
  }

  /** 5 parameters. */
  public interface Of5 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e);
  }

  /** 6 parameters. */
  public interface Of6 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f);
  }

  /** 7 parameters. */
  public interface Of7 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g);
  }

  /** 8 parameters. */
  public interface Of8 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g,
        @Nullable Object h);
  }

  /** 9 parameters. */
  public interface Of9 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g,
        @Nullable Object h,
        @Nullable Object i);
  }

  /** 10 parameters. */
  public interface Of10 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g,
        @Nullable Object h,
        @Nullable Object i,
        @Nullable Object j);
  }

  /** 11 parameters. */
  public interface Of11 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g,
        @Nullable Object h,
        @Nullable Object i,
        @Nullable Object j,
        @Nullable Object k);
  }

  /** 12 parameters. */
  public interface Of12 {
    /** Calls the constructor. */
    Object create(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f,
        @Nullable Object g,
        @Nullable Object h,
        @Nullable Object i,
        @Nullable Object j,
        @Nullable Object k,
        @Nullable Object l);
  }

  /** The interface for that number of parameters; null if there is none. */
  static @Nullable Class<?> of(int count) {
    return count < INTERFACES.length ? INTERFACES[count] : null;
  }

  /**
   * A factory that calls {@code lambda}, which implements the interface for that number of
   * parameters.
   */
  static ObjectFactory factory(Object lambda, int count) {
    return switch (count) {
      case 0 -> {
        Of0 constructor = (Of0) lambda;
        yield m -> constructor.create();
      }
      case 1 -> {
        Of1 constructor = (Of1) lambda;
        yield m -> constructor.create(m[0]);
      }
      case 2 -> {
        Of2 constructor = (Of2) lambda;
        yield m -> constructor.create(m[0], m[1]);
      }
      case 3 -> {
        Of3 constructor = (Of3) lambda;
        yield m -> constructor.create(m[0], m[1], m[2]);
      }
      case 4 -> {
        Of4 constructor = (Of4) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3]);
      }
      case 5 -> {
        Of5 constructor = (Of5) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4]);
      }
      case 6 -> {
        Of6 constructor = (Of6) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4], m[5]);
      }
      case 7 -> {
        Of7 constructor = (Of7) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4], m[5], m[6]);
      }
      case 8 -> {
        Of8 constructor = (Of8) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7]);
      }
      case 9 -> {
        Of9 constructor = (Of9) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8]);
      }
      case 10 -> {
        Of10 constructor = (Of10) lambda;
        yield m -> constructor.create(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9]);
      }
      case 11 -> {
        Of11 constructor = (Of11) lambda;
        yield m ->
            constructor.create(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10]);
      }
      case 12 -> {
        Of12 constructor = (Of12) lambda;
        yield m ->
            constructor.create(
                m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10], m[11]);
      }
      default -> throw new IllegalArgumentException("no interface for " + count + " parameters");
    };
  }
}
