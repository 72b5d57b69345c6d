package harbor;

import java.math.BigDecimal;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** An application whose berth desk is a SOAP service, because its class says so. */
@SpringBootApplication
public class Application {
  public static void main(String[] arguments) {
    SpringApplication.run(Application.class, arguments);
  }

  @Bean
  Tariff tariff() {
    return new Tariff(new BigDecimal("35.00"));
  }

  @Bean
  BerthDesk berthDesk(Tariff tariff) {
    return new BerthDesk(tariff);
  }
}
