package org.calmanchor.examples.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.dependencies.SliceAssignment;
import com.tngtech.archunit.library.dependencies.SliceIdentifier;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** A line of code knows its room by what it may use. */
@AnalyzeClasses(packages = "org.calmanchor", importOptions = ProductOnly.class)
class ArchitectureTest {
  private static final String CORE = "org.calmanchor.core.";

  @ArchTest
  static final ArchRule MODULES_DEPEND_DOWNWARDS =
      layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("annotations")
          .definedBy("org.calmanchor.annotations..")
          .layer("core")
          .definedBy("org.calmanchor.core..")
          .layer("yaml")
          .definedBy("org.calmanchor.yaml..")
          .layer("configuration")
          .definedBy("org.calmanchor.configuration..")
          .layer("bundle")
          .definedBy("org.calmanchor.bundle..")
          .layer("deployment")
          .definedBy("org.calmanchor.deployment..")
          .layer("transactions")
          .definedBy("org.calmanchor.transactions..")
          .layer("metrics")
          .definedBy("org.calmanchor.metrics..")
          .layer("nodes")
          .definedBy("org.calmanchor.nodes..")
          .layer("servlet")
          .definedBy("org.calmanchor.servlet..")
          .layer("launch")
          .definedBy("org.calmanchor.launch..")
          .layer("checks")
          .definedBy("org.calmanchor.checks..")
          .layer("callers")
          .definedBy("org.calmanchor.callers..")
          .layer("tls")
          .definedBy("org.calmanchor.tls..")
          .layer("client")
          .definedBy("org.calmanchor.client..")
          .layer("processor")
          .definedBy("org.calmanchor.processor..")
          .layer("draft")
          .definedBy("org.calmanchor.draft..")
          .layer("standin")
          .definedBy("org.calmanchor.standin..")
          .layer("web")
          .definedBy("org.calmanchor.web..")
          .layer("host")
          .definedBy("org.calmanchor.host..")
          .layer("cli")
          .definedBy("org.calmanchor.cli..")
          .layer("examples")
          .definedBy("org.calmanchor.examples..")
          .whereLayer("examples")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("cli")
          .mayOnlyBeAccessedByLayers("examples")
          .whereLayer("bundle")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("servlet")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("transactions")
          .mayOnlyBeAccessedByLayers("examples")
          .whereLayer("metrics")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("nodes")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("deployment")
          .mayOnlyBeAccessedByLayers("launch", "servlet", "cli")
          .whereLayer("launch")
          .mayOnlyBeAccessedByLayers("cli", "examples")
          .whereLayer("configuration")
          .mayOnlyBeAccessedByLayers("bundle", "deployment", "launch", "servlet", "cli", "examples")
          .whereLayer("yaml")
          .mayOnlyBeAccessedByLayers("checks", "callers", "configuration")
          .whereLayer("callers")
          .mayOnlyBeAccessedByLayers("deployment", "cli")
          .whereLayer("tls")
          .mayOnlyBeAccessedByLayers("launch", "cli")
          .whereLayer("client")
          .mayOnlyBeAccessedByLayers("cli", "examples")
          .whereLayer("processor")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("draft")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("standin")
          .mayOnlyBeAccessedByLayers("cli")
          .whereLayer("host")
          .mayOnlyBeAccessedByLayers("standin", "launch", "cli", "examples")
          .whereLayer("checks")
          .mayOnlyBeAccessedByLayers("web", "standin", "cli", "examples")
          .whereLayer("web")
          .mayOnlyBeAccessedByLayers(
              "host", "metrics", "deployment", "servlet", "launch", "cli", "examples")
          .because("a module may use only what stands above it in the README's table");

  @ArchTest
  static final ArchRule ROOMS_OF_CORE_HAVE_NO_CYCLE =
      slices()
          .matching("org.calmanchor.core.(*)..")
          .should()
          .beFreeOfCycles()
          .because("the rooms of core stand in the order in which data flows");

  @ArchTest
  static final ArchRule ROOMS_OF_WEB_HAVE_NO_CYCLE =
      slices()
          .matching("org.calmanchor.web.(*)..")
          .should()
          .beFreeOfCycles()
          .because("pages, questions and exchanges are built on the package http");

  @ArchTest
  static final ArchRule MODEL_KNOWS_ONLY_THE_JDK =
      noClasses()
          .that()
          .resideInAPackage(CORE + "model")
          .should()
          .dependOnClassesThat()
          .resideOutsideOfPackages(
              CORE + "model", "java..", "javax.xml.namespace", "org.jspecify..")
          .orShould()
          .dependOnClassesThat()
          .resideInAPackage("java.lang.reflect..")
          .because("the contract is free of Java, of parsers and of everything else");

  @ArchTest
  static final ArchRule REFLECTION_STAYS_WHERE_JAVA_IS_READ =
      noClasses()
          .that()
          .resideInAPackage("org.calmanchor.core..")
          .and()
          .resideOutsideOfPackages(
              CORE + "introspection", CORE + "read", CORE + "constraint", CORE + "objects")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("java.lang.reflect..")
          .because("calls look nothing up; reading and planning do, once");

  @ArchTest
  static final ArchRule ONLY_XML_PARSES =
      noClasses()
          .that()
          .resideOutsideOfPackages(CORE + "xml", CORE + "document", CORE + "logging")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "javax.xml.stream..",
              "com.ctc.wstx..",
              "com.fasterxml.aalto..",
              "org.codehaus.stax2..")
          .because("everyone else gets values, trees, a contract or a masked text");

  @ArchTest
  static final ArchRule ONLY_THE_HOST_KNOWS_A_SERVER =
      noClasses()
          .that()
          .resideOutsideOfPackage("org.calmanchor.host..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("org.eclipse.jetty..")
          .because("everything that HTTP asks is answered by web, under any server");

  @ArchTest
  static final ArchRule ONLY_THE_COMMAND_LINE_PRINTS_AND_EXITS =
      noClasses()
          .that()
          .resideOutsideOfPackages("org.calmanchor.cli..", "org.calmanchor.examples..")
          .and()
          // The programs of a bundle.
          .haveNameNotMatching(
              "org\\.calmanchor\\.(launch\\.(Main|ClassArchive)|web\\.access\\.LogFile)")
          .should()
          .accessField(System.class, "out")
          .orShould()
          .accessField(System.class, "err")
          .orShould()
          .callMethod(System.class, "exit", int.class)
          .orShould()
          .dependOnClassesThat()
          .resideInAPackage("picocli..")
          .because("a library neither prints nor ends its process");

  @ArchTest
  static final ArchRule NOTHING_TOUCHES_A_TREE_OF_THE_DOCUMENT =
      noClasses()
          .that()
          .haveNameNotMatching(
              ".*\\.(xml\\.Dom|codec\\.Any|objects\\.JavaValueModel|tree\\.TreeValueModel"
                  + "|endpoint\\.(MessageHeaders|Header|CallerChecks|CallContext|Answer)"
                  + "|usernametoken\\.|junit\\.Envelope).*")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.w3c.dom..", "javax.xml.parsers..")
          .because(
              "messages are streamed; only what a contract leaves open becomes a tree,"
                  + " and what tests assert");

  /** Types of one recursive structure refer to each other, since the structure is recursive. */
  private static final List<Set<String>> RECURSIVE =
      List.of(
          // A schema's types have elements, which have types.
          Set.of(
              "AttributeUse",
              "ComplexType",
              "ElementDeclaration",
              "Particle",
              "SimpleType",
              "Term",
              "TypeDefinition",
              "TypeUse",
              "Wildcard"),
          // For the same reason, their readers use one another.
          Set.of("ComplexTypeReader", "ElementReader", "ParticleReader"),
          // A Java type has members, which have types; this is the view, the next one reflection.
          Set.of("JavaConstant", "JavaElement", "JavaMember", "JavaMethod", "JavaType"),
          Set.of(
              "ReflectedAnnotations",
              "ReflectedClass",
              "ReflectedMember",
              "ReflectedMethod",
              "ReflectedType",
              "TypeArguments"),
          // The same view by the compiler.
          Set.of(
              "MirrorConstant",
              "MirrorMember",
              "MirrorMembers",
              "MirrorMethod",
              "MirrorType",
              "ModuleAccess"),
          // A check has steps before it, which are checks.
          Set.of("Check", "CheckSettings"),
          // Reading a type reads its members, which reads their types.
          Set.of(
              "AttributeReader",
              "CollectionReader",
              "MemberReader",
              "StructureMembers",
              "StructureReader",
              "TypeReader"));

  /** A slice for each top-level type; the types of a recursive structure are one. */
  private static final SliceAssignment TYPES =
      new SliceAssignment() {
        @Override
        public SliceIdentifier getIdentifierOf(JavaClass type) {
          String name = type.getName().replaceFirst("\\$.*", "");
          if (name.startsWith("org.calmanchor.examples.")) {
            // The harbor's sealed types name their subtypes, as its users write them.
            return SliceIdentifier.ignore();
          }
          String simple = name.substring(name.lastIndexOf('.') + 1);
          return RECURSIVE.stream()
              .filter(structure -> structure.contains(simple))
              .findFirst()
              .map(structure -> SliceIdentifier.of(String.join(" ", new TreeSet<>(structure))))
              .orElse(SliceIdentifier.of(name));
        }

        @Override
        public String getDescription() {
          return "types";
        }
      };

  @ArchTest
  static final ArchRule TYPES_HAVE_NO_CYCLE =
      slices()
          .assignedFrom(TYPES)
          .should()
          .beFreeOfCycles()
          .because("a newcomer can read each type after those that it uses");

  @ArchTest
  static void noPackageHasMoreThanThirtyTypes(JavaClasses classes) {
    Map<String, Set<String>> types = new TreeMap<>();
    for (JavaClass type : classes) {
      String simple = type.getName().replaceFirst("\\$.*", "");
      if (!type.getPackageName().contains("template") && !simple.endsWith("package-info")) {
        types.computeIfAbsent(type.getPackageName(), name -> new TreeSet<>()).add(simple);
      }
    }
    assertThat(types).hasSizeGreaterThan(20);
    assertThat(types).allSatisfy((name, each) -> assertThat(each).hasSizeLessThanOrEqualTo(30));
  }
}
