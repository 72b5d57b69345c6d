package org.calmanchor.deployment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import java.util.Map;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ServedClasses.Wanted;
import org.junit.jupiter.api.Test;

/** The services that a configuration names. */
final class ServedClassesTest {
  /** A service that only staff may call in part. */
  @PortType(namespace = "urn:lanternquay:gate", callers = Role.ANYONE)
  public static class Gate {
    @Operation
    public String open() {
      return "open";
    }

    @Operation(callers = "clerk")
    public String close() {
      return "closed";
    }
  }

  /** A service for everybody. */
  @PortType(namespace = "urn:lanternquay:open")
  public static class Open {
    @Operation
    public String open() {
      return "open";
    }
  }

  @Test
  void classesAreCheckedBeforeTheyAreServed() {
    ConfiguredServices open = ConfiguredServices.of(Configuration.DEFAULT);
    assertThatExceptionOfType(DeploymentException.class)
        .isThrownBy(() -> ServedClasses.read(List.of(new Wanted("/gate", Gate.class)), open))
        .withMessageStartingWith("Operation close of Gate is for certain callers (clerk).");
    assertThat(ServedClasses.read(List.of(new Wanted("", Gate.class))).services())
        .extracting(ServedClasses.Served::path)
        .containsExactly("/Gate");
    Wanted twice = new Wanted("", Open.class);
    assertThatExceptionOfType(ConfigurationException.class)
        .isThrownBy(() -> ServedClasses.read(List.of(twice, twice)))
        .withMessageContaining("would have the same path, /Open. Give each one a path,");
    assertThat(ServiceObjects.reasonNotToMake(Runnable.class)).isEqualTo("it is an interface");
    assertThatExceptionOfType(DeploymentException.class)
        .isThrownBy(() -> ServiceObjects.make(Integer.class))
        .withMessageStartingWith("Integer has no constructor without parameters");
  }

  @Test
  void classesAreNamedByAConfiguration() {
    ClassLoader loader = getClass().getClassLoader();
    Configuration two =
        new ConfigurationReader()
            .code(Settings.SERVICES, "/gate=" + Gate.class.getName(), Open.class.getName())
            .read();
    assertThat(ServedClasses.wanted(two, loader))
        .containsExactly(new Wanted("/gate", Gate.class), new Wanted("", Open.class));
    Configuration missing = new ConfigurationReader().code(Settings.SERVICES, "harbor.Pier").read();
    assertThatExceptionOfType(ConfigurationException.class)
        .isThrownBy(() -> ServedClasses.wanted(missing, loader))
        .withMessageContaining("there is no class harbor.Pier in this bundle.");
    assertThatExceptionOfType(ConfigurationException.class)
        .isThrownBy(() -> ServedClasses.wanted(Configuration.DEFAULT, loader))
        .withMessageStartingWith("services: there is none.");
  }

  @Test
  void aContainerIsNotToldWhatItDoesByItself() {
    Configuration configuration =
        BundledConfiguration.inContainer(
            getClass().getClassLoader(), Map.of("port", "8443", "lenient", "true"));
    assertThat(ConfiguredServices.ofServer(configuration))
        .extracting(Setting::name)
        .containsExactly("port");
    assertThatExceptionOfType(ConfigurationException.class)
        .isThrownBy(
            () ->
                BundledConfiguration.inContainer(
                    getClass().getClassLoader(), Map.of("lenent", "true")))
        .withMessageContaining(
            "parameter lenent: there is no such setting. Did you mean \"lenient\"?");
  }
}
