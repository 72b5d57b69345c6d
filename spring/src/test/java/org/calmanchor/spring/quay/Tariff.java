package org.calmanchor.spring.quay;

import java.math.BigDecimal;

/** What a night costs. */
public interface Tariff {
  BigDecimal night();
}
