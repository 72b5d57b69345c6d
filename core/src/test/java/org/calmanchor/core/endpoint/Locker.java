package org.calmanchor.core.endpoint;

import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;

/** A service of containers in every place, and of other things that are easily got wrong. */
@SuppressWarnings("exports") // a test's service: nobody requires its module
@PortType(namespace = "urn:lanternquay:locker")
public class Locker {
  /** Each kind of container, in each way that it can stand. */
  public record Shelves(
      List<String> list,
      Set<String> set,
      String[] array,
      int[] numbers,
      Map<String, String> map,
      @Element(wrapper = "boxes") List<String> wrapped,
      @Element(wrapper = "counts") int[] wrappedArray,
      @Element(wrapper = "names") Set<String> wrappedSet,
      Optional<Map<String, String>> maybeMap,
      @Element(nillable = true) Map<String, String> nilMap,
      List<List<String>> nested,
      Map<String, List<String>> lists) {}

  public record Tag(@SimpleContent @Size(min = 2, max = 5) String text, @Attribute String y) {}

  @Operation
  public Shelves nulls() {
    return new Shelves(
        null, null, null, null, null, null, null, null, Optional.empty(), null, null, null);
  }

  @Operation
  public Shelves empty() {
    return new Shelves(
        List.of(),
        Set.of(),
        new String[0],
        new int[0],
        Map.of(),
        List.of(),
        new int[0],
        Set.of(),
        Optional.of(Map.of()),
        Map.of(),
        Arrays.asList(List.of(), null),
        new java.util.TreeMap<>(Map.of("a", List.of())));
  }

  @Operation
  public Shelves same(Shelves shelves) {
    return shelves;
  }

  @Operation
  public Map<String, String> noMap() {
    return null;
  }

  @Operation
  public Map<String, String> emptyMap(@Header HeaderOut<Note> note) {
    note.set(new Note(Map.of()));
    return Map.of();
  }

  public record Note(Map<String, String> words) {}

  @Operation
  @Element(wrapper = "all")
  public List<String> noList() {
    return null;
  }

  @Operation
  public int sum(int... numbers) {
    return Arrays.stream(numbers).sum();
  }

  @Operation
  public String joined(String separator, String... texts) {
    return String.join(separator, texts);
  }

  @Operation
  public String tag(Tag tag) {
    return tag.text() + tag.y();
  }

  @Operation
  public QName name(QName name) {
    return name;
  }

  @Operation
  public QName badName() {
    return new QName("urn:x", "a b");
  }

  @Operation
  public org.w3c.dom.Element open(org.w3c.dom.Element content) {
    return content;
  }

  @Operation
  public String strict(@Header(name = "Pass") @Pattern(regexp = "[A-Z]+") String pass) {
    return "strict " + pass;
  }

  @Operation
  public String lax(@Header(name = "Pass") String pass) {
    return "lax " + pass;
  }

  @Operation
  public String lowercase(@Header(name = "Pass") @Pattern(regexp = "[a-z]+") String pass) {
    return "lowercase " + pass;
  }

  @Operation
  public String words(Map<String, String> words) {
    return words.entrySet().stream()
        .map(entry -> entry.getKey() + entry.getValue())
        .collect(Collectors.joining(","));
  }
}
