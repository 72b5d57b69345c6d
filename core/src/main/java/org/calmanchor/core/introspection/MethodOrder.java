package org.calmanchor.core.introspection;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.invoke.MethodType;
import java.lang.reflect.Method;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The order in which a class file lists its methods (JVMS 4.1), which is the one of the source:
 * reflection promises none. Classes without a readable file have none. It is read by our own code:
 * JDK 17 has no class file reader, and core none of the libraries for it.
 */
final class MethodOrder {
  private static final Logger LOG = LoggerFactory.getLogger(MethodOrder.class);

  private static final int UTF8 = 1;

  private final DataInputStream file;
  private final Map<String, Integer> positions = new HashMap<>();

  private MethodOrder(DataInputStream file) {
    this.file = file;
  }

  /** Compares the methods of a class: by their order in the source if it is known, else by name. */
  static Comparator<Method> of(Class<?> type) {
    Map<String, Integer> positions = positions(type);
    return Comparator.<Method>comparingInt(method -> positions.getOrDefault(key(method), 0))
        .thenComparing(Method::getName)
        .thenComparing(Method::toGenericString);
  }

  private static String key(Method method) {
    return method.getName()
        + MethodType.methodType(method.getReturnType(), method.getParameterTypes())
            .toMethodDescriptorString();
  }

  private static Map<String, Integer> positions(Class<?> type) {
    String name = type.getName();
    String file = name.substring(name.lastIndexOf('.') + 1) + ".class";
    try (InputStream bytes = type.getResourceAsStream(file)) {
      if (bytes == null) {
        return Map.of();
      }
      MethodOrder order = new MethodOrder(new DataInputStream(bytes));
      order.read();
      return order.positions;
    } catch (IOException unreadable) {
      LOG.debug("{} has methods in no known order", name, Loggable.failure(unreadable));
      return Map.of();
    }
  }

  private void read() throws IOException {
    file.skipNBytes(8);
    Map<Integer, String> texts = constants();
    file.skipNBytes(6);
    file.skipNBytes(2L * file.readUnsignedShort());
    members(texts, false);
    members(texts, true);
  }

  /** The texts of the constant pool (JVMS 4.4), by index. */
  private Map<Integer, String> constants() throws IOException {
    Map<Integer, String> texts = new HashMap<>();
    int count = file.readUnsignedShort();
    for (int i = 1; i < count; i++) {
      int tag = file.readUnsignedByte();
      switch (tag) {
        case UTF8 -> texts.put(i, file.readUTF());
        case 7, 8, 16, 19, 20 -> file.skipNBytes(2);
        case 15 -> file.skipNBytes(3);
        case 3, 4, 9, 10, 11, 12, 17, 18 -> file.skipNBytes(4);
        case 5, 6 -> {
          file.skipNBytes(8);
          // A long or double takes two entries (JVMS 4.4.5).
          i++;
        }
        default -> throw new IOException("a constant of kind " + tag);
      }
    }
    return texts;
  }

  /** Reads fields or methods (JVMS 4.5 and 4.6), which have the same structure. */
  private void members(Map<Integer, String> texts, boolean areMethods) throws IOException {
    int count = file.readUnsignedShort();
    for (int i = 0; i < count; i++) {
      file.skipNBytes(2);
      String name = texts.get(file.readUnsignedShort());
      String descriptor = texts.get(file.readUnsignedShort());
      if (areMethods) {
        positions.put(name + descriptor, i);
      }
      int attributes = file.readUnsignedShort();
      for (int j = 0; j < attributes; j++) {
        file.skipNBytes(2);
        file.skipNBytes(Integer.toUnsignedLong(file.readInt()));
      }
    }
  }
}
