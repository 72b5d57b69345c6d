package org.calmanchor.core.read;

import java.time.Instant;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletionStage;
import java.util.stream.Stream;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Services with one problem each, or several on purpose; only ever read, never called. */
@SuppressWarnings({"unused", "SameNameButDifferent"})
final class BadServices {
  private BadServices() {}

  static class Unmarked {}

  @PortType(namespace = "")
  static class NoNamespace {
    @Operation
    public void go() {}
  }

  @PortType(namespace = "berths")
  static class RelativeNamespace {
    @Operation
    public void go() {}
  }

  @PortType(namespace = "urn:a")
  static class Empty {
    public void go() {}
  }

  @PortType(namespace = "urn:a")
  static class Overloads {
    @Operation
    public void moor(String boat) {}

    @Operation
    public void moor(String boat, int nights) {}
  }

  @PortType(namespace = "urn:a")
  static class Hidden {
    @Operation
    void moor() {}

    @Operation
    public static void cast() {}
  }

  @PortType(namespace = "urn:a", name = "my desk")
  static class BadNames {
    @Operation(name = "1st", action = "no uri")
    public void first(@Element(name = "a b") String text) {}
  }

  @PortType(namespace = "urn:a")
  static class SameMembers {
    record Boat(@Element(name = "len") int length, int len) {}

    @Operation
    public void moor(@Element(name = "x") Boat a, @Element(name = "x") int b) {}
  }

  @PortType(namespace = "urn:a")
  static class SameElements {
    @Fault(name = "moor")
    static class Taken extends Exception {
      private static final long serialVersionUID = 1L;

      public Taken(String message) {
        super(message);
      }
    }

    @Operation
    public void moor() throws Taken {}

    @Operation
    public void moorResponse() {}
  }

  @PortType(namespace = "urn:a")
  static class Unmappable {
    static class Plain {}

    record Boat(Date built) {}

    @Operation
    public void plain(Plain a, Map<String, String> b, byte[] c, Object d, char e, Boat f) {}

    @Operation
    public CompletionStage<String> later(Stream<String> a, Instant b, Runnable c) {
      return null;
    }
  }

  @PortType(namespace = "urn:a")
  static class Arguments<T> {
    record Page<X>(X item) {}

    @SuppressWarnings("rawtypes")
    @Operation
    public List raw(T variable, List<?> any, Page<String> page) {
      return List.of();
    }
  }

  @PortType(namespace = "urn:a")
  static class SameTypes {
    @ComplexType(name = "Kind")
    record Boat(Optional<Kind> kind) {}

    enum Kind {
      SAIL
    }

    @Operation
    public void moor(Boat boat) {}
  }

  @PortType(namespace = "urn:a")
  static class BadMembers {
    record Boat(
        @Attribute List<String> names,
        @Attribute @Element int both,
        @Element(minOccurs = 0) int gone,
        @Element(nillable = true) List<String> nils,
        @Element(minOccurs = 1) Optional<String> must,
        @Element(minOccurs = 7) String many,
        List<List<String>> rows,
        Optional<List<String>> maybe) {}

    @Operation
    public void moor(Boat boat) {}
  }

  @PortType(namespace = "urn:a")
  static class Endless {
    record Boat(Tender tender) {}

    record Tender(Boat mother, Optional<Tender> spare, List<Boat> others) {}

    @Operation
    public void moor(Boat boat) {}
  }

  @PortType(namespace = "urn:a")
  static class BadEnums {
    enum None {}

    enum Twice {
      @Lexical("a")
      ONE,
      @Lexical("a")
      TWO,
      @Lexical(" b")
      THREE
    }

    @Operation
    public void moor(None none, Twice twice) {}
  }

  @PortType(namespace = "urn:a")
  static class BadFaults {
    @Fault
    static class NoMessage extends Exception {
      private static final long serialVersionUID = 1L;
    }

    @Fault
    static class NoAccessor extends Exception {
      private static final long serialVersionUID = 1L;

      public NoAccessor(String message, int berth) {
        super(message + berth);
      }
    }

    @Operation
    public void moor() throws NoMessage, NoAccessor {}
  }

  @PortType(namespace = "urn:a")
  interface OnInterface {
    @Operation
    void moor();
  }
}
