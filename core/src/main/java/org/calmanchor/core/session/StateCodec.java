package org.calmanchor.core.session;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.objects.MethodCodecPlanner;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Writes and reads the state of sessions, as XML in UTF-8. Safe for any number of threads. */
public final class StateCodec {
  /** The most bytes of a state. */
  public static final int MOST_BYTES = 1 << 20;

  private final MessageCodec codec;
  private final MessageOpener opener = new MessageOpener(MessageLimits.DEFAULT);

  private StateCodec(MessageCodec codec) {
    this.codec = codec;
  }

  /**
   * The codec of the states of a service class; null if it is no {@link SessionObject}.
   *
   * @throws ContractException with every problem, when the type of the state is no data type
   * @throws IllegalArgumentException when it is a raw {@link SessionObject}
   */
  public static @Nullable StateCodec of(Class<?> service) {
    JavaType object = find(Reflection.typeOf(service));
    if (object == null) {
      return null;
    }
    if (object.arguments().isEmpty()) {
      throw new IllegalArgumentException(
          service.getName()
              + " implements SessionObject without the type of its state: write SessionObject<S>,"
              + " where S is a data type such as a record");
    }
    Reading reading = read(service, Reflection.typeOf(StateForm.class, object.arguments()));
    Operation operation = reading.contract().portTypes().get(0).operations().get(0);
    return new StateCodec(
        Objects.requireNonNull(new MethodCodecPlanner(reading).plan(operation).request()));
  }

  private static Reading read(Class<?> service, JavaType form) {
    try {
      return ContractReader.readSource(form);
    } catch (ContractException wrong) {
      throw new ContractException(
          "The state of the sessions of " + service.getSimpleName(), wrong.problems());
    }
  }

  private static @Nullable JavaType find(JavaType type) {
    if (type.name().equals(SessionObject.class.getName())) {
      return type;
    }
    JavaType above = type.superclass();
    JavaType found = above == null ? null : find(above);
    for (JavaType each : type.interfaces()) {
      found = found == null ? find(each) : found;
    }
    return found;
  }

  /**
   * Writes the state of an object.
   *
   * @throws IllegalStateException when it is too long
   * @throws org.calmanchor.core.xml.EncodeException when it has no form in XML
   */
  public byte[] write(SessionObject<?> object) {
    Object state = Objects.requireNonNull(object.state(), "state() of a session has to return one");
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    XmlOut out = new XmlOut((part, length) -> bytes.write(part, 0, length), 1 << 12, false);
    try {
      codec.write(out, new @Nullable Object[] {state});
      out.flush();
    } finally {
      out.close();
    }
    if (bytes.size() > MOST_BYTES) {
      throw new IllegalStateException(
          "the state of a session has "
              + bytes.size()
              + " bytes; "
              + MOST_BYTES
              + " are the most: keep the data elsewhere and its key in the session");
    }
    return bytes.toByteArray();
  }

  /**
   * Reads what {@link #write} has written.
   *
   * @throws IllegalArgumentException when it was written for another type of state
   */
  public Object read(byte[] written) {
    try (XmlIn in =
        opener.open(
            new ByteArrayInputStream(written), StandardCharsets.UTF_8.name(), written.length)) {
      in.nextElement();
      return Objects.requireNonNull(((@Nullable Object[]) codec.read(in))[0]);
    } catch (InvalidMessageException otherType) {
      throw new IllegalArgumentException(otherType.problem().sentence(), otherType);
    }
  }

  /** Gives an object the state that was {@linkplain #read read} for its class. */
  @SuppressWarnings("unchecked")
  public void restore(SessionObject<?> object, Object state) {
    ((SessionObject<Object>) object).restore(state);
  }
}
