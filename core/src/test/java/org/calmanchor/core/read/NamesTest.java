package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.List;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which names are taken from Java, and which cannot be published. */
class NamesTest {
  private static Contract contract(String source) throws Exception {
    return ContractReader.read(Compiled.service(source, "-parameters")).contract();
  }

  private static List<String> problems(String source) throws Exception {
    Class<?> service = Compiled.service(source, "-parameters");
    ContractException refused =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(service));
    return refused == null
        ? List.of()
        : refused.problems().stream().map(each -> each.code() + " " + each.what()).toList();
  }

  /** As JavaBeans has it: a name that begins with two capitals stays what it is. */
  @Test
  void namesPropertiesByTheirAccessors() throws Exception {
    Contract contract =
        contract(
            """
            @PortType(namespace = "urn:a") public class A {
              @ComplexType(order = {"ID", "URL", "name", "XAxis", "open"})
              public static class Mark {
                private int id; private String url; private String name; @Omit private int x;
                private boolean open;
                public int getID() { return id; } public void setID(int v) { id = v; }
                public String getURL() { return url; } public void setURL(String v) { url = v; }
                public String getName() { return name; } public void setName(String v) { name = v; }
                public int getXAxis() { return x; } public void setXAxis(int v) { x = v; }
                public boolean isOpen() { return open; } public void setOpen(boolean v) { open = v; }
              }
              @Operation public Mark same(Mark mark) { return mark; }
            }
            """);
    assertThat(ContractDocuments.write(contract, "http://lanternquay.test/"))
        .contains("name=\"ID\"", "name=\"URL\"", "name=\"name\"", "name=\"XAxis\"", "name=\"open\"")
        .doesNotContain("iD", "uRL", "name=\"id\"", "name=\"url\"");
  }

  @Test
  void leavesCloseToWhoeverHostsTheObject() throws Exception {
    Contract contract =
        contract(
            """
            @PortType(namespace = "urn:a", exposing = PortType.Exposing.PUBLIC)
            public class A implements AutoCloseable {
              public String open() { return ""; }
              public String shut(String why) { return why; }
              @Override public void close() {}
            }
            """);
    assertThat(contract.portTypes().get(0).operations())
        .extracting(operation -> operation.name())
        .containsExactly("open", "shut");
  }

  /** A header of HTTP holds ASCII (Basic Profile 1.1, R2744). */
  @Test
  void writesActionsInAscii() throws Exception {
    Contract contract =
        contract(
            "@PortType(namespace = \"urn:a\") public class A {"
                + " @Operation public int gr\u00f6\u00dfe() { return 1; } }");
    assertThat(contract.portTypes().get(0).operations().get(0).input().action())
        .isEqualTo("urn:a:A:gr%C3%B6%C3%9Fe");
  }

  @Test
  void documentsWhatATextMustBe() throws Exception {
    Contract contract =
        contract(
            """
            import jakarta.validation.constraints.*;
            @PortType(namespace = "urn:a") public class A {
              public record Depth(@SimpleContent @Min(2) int metres, @Attribute String unit) {}
              @Operation public Depth same(Depth depth) { return depth; }
            }
            """);
    assertThat(ContractDocuments.write(contract, "http://lanternquay.test/"))
        .contains("Must be at least 2.")
        .doesNotContain("minInclusive");
  }

  /** A source with its problem; none where the source is fine. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "@PortType(namespace = \"http://www.w3.org/2001/XMLSchema\")"
            + " public class A { @Operation public void go() {} }"
            + "|CALM-119 its namespace, \"http://www.w3.org/2001/XMLSchema\", belongs to XML itself.",
        "@PortType(namespace = \"http://www.w3.org/XML/1998/namespace\")"
            + " public class A { @Operation public void go() {} }"
            + "|CALM-119 its namespace, \"http://www.w3.org/XML/1998/namespace\", belongs to XML itself.",
        "@PortType(namespace = \"http://h\u00e4fen.test/\")"
            + " public class A { @Operation public void go() {} }"
            + "|CALM-102 its namespace, \"http://h\u00e4fen.test/\", is not an absolute URI.",
        "@PortType(namespace = \"urn:a\") public class A {"
            + " @Operation(action = \"urn:gr\u00f6\u00dfe\") public void go() {} }"
            + "|CALM-111 its action, \"urn:gr\u00f6\u00dfe\", is not an absolute URI.",
        "@PortType(namespace = \"urn:a\") public class A {"
            + " public record R(@Attribute String xmlns) {} @Operation public void go(R r) {} }"
            + "|CALM-108 \"xmlns\" cannot be the name of an attribute: XML declares namespaces by it.",
        "@PortType(namespace = \"urn:a\") public class A { public record Box<T>(T of) {}"
            + " @Operation public void go(Box<Box<Box<Box<Box<Box<Box<Box<Box<String>>>>>>>>> b) {} }|-",
        "@PortType(namespace = \"urn:a\") public class A {"
            + " public record Box<T>(T of, Optional<Box<Box<T>>> more) {}"
            + " @Operation public void go(Box<String> b) {} }"
            + "|CALM-230 ~ holds itself with more and more type arguments.",
      })
  void publishesOnlyWhatSomebodyCanRead(String source, String problem) throws Exception {
    List<String> problems = problems(source);
    if (problem == null) {
      assertThat(problems).isEmpty();
    } else {
      assertThat(problems).hasSize(1);
      assertThat(problems.get(0).replaceAll("(CALM-230) .*? holds", "$1 ~ holds"))
          .isEqualTo(problem);
    }
  }

  /** Two types of one name: what each requires says nothing of the other. */
  @Test
  void doesNotTakeACollisionForATypeWithoutEnd() throws Exception {
    assertThat(
            problems(
                """
                @PortType(namespace = "urn:a") public class A {
                  public record One(Two two) {}
                  public record Two(String text) {}
                  @ComplexType(name = "Two") public record Other(One one) {}
                  @Operation public void go(One one, Other other) {}
                }
                """))
        .hasSize(1)
        .allMatch(problem -> problem.startsWith("CALM-202"));
  }
}
