package org.calmanchor.core.objects;

import org.jspecify.annotations.Nullable;

/**
 * The shapes of constructors by their number of parameters: no method of the JDK's takes more than
 * two objects. Public only because what is made for a class of another package implements them.
 */
public final class Makers {
  private static final Class<?>[] SHAPES = {
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

  private Makers() {}

  /** 0 parameters. */
  public interface Of0 {
    /** Calls it. */
    Object make();
  }

  /** 1 parameters. */
  public interface Of1 {
    /** Calls it. */
    Object make(@Nullable Object a);
  }

  /** 2 parameters. */
  public interface Of2 {
    /** Calls it. */
    Object make(@Nullable Object a, @Nullable Object b);
  }

  /** 3 parameters. */
  public interface Of3 {
    /** Calls it. */
    Object make(@Nullable Object a, @Nullable Object b, @Nullable Object c);
  }

  /** 4 parameters. */
  public interface Of4 {
    /** Calls it. */
    Object make(@Nullable Object a, @Nullable Object b, @Nullable Object c, @Nullable Object d);
  }

  /** 5 parameters. */
  public interface Of5 {
    /** Calls it. */
    Object make(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e);
  }

  /** 6 parameters. */
  public interface Of6 {
    /** Calls it. */
    Object make(
        @Nullable Object a,
        @Nullable Object b,
        @Nullable Object c,
        @Nullable Object d,
        @Nullable Object e,
        @Nullable Object f);
  }

  /** 7 parameters. */
  public interface Of7 {
    /** Calls it. */
    Object make(
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
    /** Calls it. */
    Object make(
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
    /** Calls it. */
    Object make(
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
    /** Calls it. */
    Object make(
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
    /** Calls it. */
    Object make(
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
    /** Calls it. */
    Object make(
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

  /** The shape for so many parameters, or null when there is none. */
  static @Nullable Class<?> shape(int count) {
    return count < SHAPES.length ? SHAPES[count] : null;
  }

  /** A maker that calls {@code made}, which has the shape for so many parameters. */
  static Maker.Shape of(Object made, int count) {
    return switch (count) {
      case 0 -> {
        Of0 shape = (Of0) made;
        yield m -> shape.make();
      }
      case 1 -> {
        Of1 shape = (Of1) made;
        yield m -> shape.make(m[0]);
      }
      case 2 -> {
        Of2 shape = (Of2) made;
        yield m -> shape.make(m[0], m[1]);
      }
      case 3 -> {
        Of3 shape = (Of3) made;
        yield m -> shape.make(m[0], m[1], m[2]);
      }
      case 4 -> {
        Of4 shape = (Of4) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3]);
      }
      case 5 -> {
        Of5 shape = (Of5) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4]);
      }
      case 6 -> {
        Of6 shape = (Of6) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5]);
      }
      case 7 -> {
        Of7 shape = (Of7) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6]);
      }
      case 8 -> {
        Of8 shape = (Of8) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7]);
      }
      case 9 -> {
        Of9 shape = (Of9) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8]);
      }
      case 10 -> {
        Of10 shape = (Of10) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9]);
      }
      case 11 -> {
        Of11 shape = (Of11) made;
        yield m -> shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10]);
      }
      case 12 -> {
        Of12 shape = (Of12) made;
        yield m ->
            shape.make(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8], m[9], m[10], m[11]);
      }
      default -> throw new IllegalArgumentException("no shape for " + count + " parameters");
    };
  }
}
