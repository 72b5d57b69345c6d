package org.calmanchor.spring.quay;

import java.math.BigDecimal;
import org.springframework.stereotype.Component;

/** What a night costs in summer. */
@Component
public class SummerTariff implements Tariff {
  @Override
  public BigDecimal night() {
    return new BigDecimal("42.50");
  }
}
