package org.calmanchor.spring.quay;

import java.math.BigDecimal;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Quotes stays. */
@Service
@PortType(namespace = "urn:lanternquay:berths", callers = Role.ANYONE)
public class BerthDesk implements Readiness, Startable, AutoCloseable {
  private final Tariff tariff;
  private @Nullable String reason = "it has not started";
  private int closed;

  /** Creates a desk with a tariff. */
  public BerthDesk(Tariff tariff) {
    this.tariff = tariff;
  }

  /** What a stay costs. */
  @Operation
  public BigDecimal quote(int nights) {
    return tariff.night().multiply(BigDecimal.valueOf(nights));
  }

  /** Closes a berth, which only clerks may. */
  @Operation(name = "closeBerth", callers = "clerk")
  public String closeBerth(String berth) {
    return berth + " is closed by " + CallContext.current().caller().orElseThrow().name();
  }

  @Override
  public void start() {
    reason = null;
  }

  /** Says that it is not ready, or is again. */
  public void setReason(@Nullable String next) {
    reason = next;
  }

  @Override
  public @Nullable String reasonNotReady() {
    return reason;
  }

  /** How often it was closed. */
  public int closed() {
    return closed;
  }

  @Override
  public void close() {
    closed++;
  }
}
