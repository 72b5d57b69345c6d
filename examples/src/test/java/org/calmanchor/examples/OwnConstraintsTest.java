package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Constraints of one's own, checked by a provider that is on the class path. */
class OwnConstraintsTest {
  /** An even number of nights. */
  @Retention(RetentionPolicy.RUNTIME)
  @Constraint(validatedBy = EvenValidator.class)
  @interface Even {
    String message() default "must be even";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};
  }

  /** Checks {@link Even}. */
  public static final class EvenValidator implements ConstraintValidator<Even, Integer> {
    @Override
    public boolean isValid(Integer value, ConstraintValidatorContext context) {
      return value == null || value % 2 == 0;
    }
  }

  /** A berth is longer than wide. */
  @Retention(RetentionPolicy.RUNTIME)
  @Constraint(validatedBy = ElongatedValidator.class)
  @interface Elongated {
    String message() default "must be longer than wide";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};
  }

  /** Checks {@link Elongated}. */
  public static final class ElongatedValidator implements ConstraintValidator<Elongated, Size> {
    @Override
    public boolean isValid(Size value, ConstraintValidatorContext context) {
      return value == null || value.length() > value.width();
    }
  }

  /** A size in metres. */
  @Elongated
  public record Size(int length, @Even int width) {}

  /** Takes what passes. */
  @PortType(namespace = "urn:lanternquay:sizes")
  public static class SizeDesk {
    @Operation
    public String book(@Even int nights, Size size) {
      return "booked";
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2 | 12 | 4 | <tns:result>booked</tns:result>",
        "3 | 12 | 4 | expected what its constraints ask for: book.nights must be even.",
        "2 | 12 | 5 | book/size is \"refused\"; expected what its constraints ask for: width must be"
            + " even.",
        "2 | 3 | 4 | book/size is \"refused\"; expected what its constraints ask for: must be longer"
            + " than wide."
      })
  void areCheckedOnTheWayIn(int nights, int length, int width, String said) throws Exception {
    String envelope =
        Envelopes.call(
            "urn:lanternquay:sizes",
            "book",
            "<nights>%d</nights><size><length>%d</length><width>%d</width></size>");
    try (RunningHost host = SoapHost.onPort(0).serve("/sizes", new SizeDesk()).start()) {
      HttpRequest request =
          HttpRequest.newBuilder(host.address("/sizes"))
              .header("Content-Type", "text/xml")
              .POST(BodyPublishers.ofString(envelope.formatted(nights, length, width)))
              .build();
      assertThat(HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body())
          .contains(said);
    }
  }
}
