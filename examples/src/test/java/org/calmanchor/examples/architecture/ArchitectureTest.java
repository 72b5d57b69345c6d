package org.calmanchor.examples.architecture;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** A line of code knows its room by what it may use. */
@AnalyzeClasses(packages = "org.calmanchor", importOptions = DoNotIncludeTests.class)
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
          .layer("checks")
          .definedBy("org.calmanchor.checks..")
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
          .whereLayer("host")
          .mayOnlyBeAccessedByLayers("cli", "examples")
          .whereLayer("checks")
          .mayOnlyBeAccessedByLayers("web", "cli", "examples")
          .whereLayer("web")
          .mayOnlyBeAccessedByLayers("host", "cli", "examples")
          .because("a module may use only what stands above it in the README's table");

  @ArchTest
  static final ArchRule ROOMS_OF_CORE_HAVE_NO_CYCLE =
      slices()
          .matching("org.calmanchor.core.(*)..")
          .should()
          .beFreeOfCycles()
          .because("the rooms of core stand in the order in which data flows");

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
          .resideOutsideOfPackages(CORE + "read", CORE + "codec")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("java.lang.reflect..")
          .because("calls look nothing up; reading and planning do, once");

  @ArchTest
  static final ArchRule ONLY_CODECS_PARSE =
      noClasses()
          .that()
          .resideOutsideOfPackages(CORE + "codec", CORE + "soap", CORE + "wsdl", CORE + "logging")
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
              ".*\\.(codec\\.(Dom|Any|JavaValueModel|DynamicValueModel)|endpoint\\.(MessageHeaders|Header|CallContext|Answer)).*")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.w3c.dom..", "javax.xml.parsers..")
          .because("messages are streamed; only what a contract leaves open becomes a tree");
}
