package org.calmanchor.cluster;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.session.SessionObject;

/** The nights that a caller plans in several calls, whichever hosts answer them. */
@PortType(namespace = "urn:lanternquay:plans", callers = Role.ANYONE)
public final class StayPlan implements SessionObject<StayPlan.Nights> {
  private final List<Integer> nights = new ArrayList<>();

  /** What hosts share of a plan. */
  public record Nights(List<Integer> numbers) {}

  @Override
  public Nights state() {
    return new Nights(nights);
  }

  @Override
  public void restore(Nights state) {
    nights.addAll(state.numbers());
  }

  /** Plans another night, and returns all. */
  @Operation
  public List<Integer> planNight(int number) {
    nights.add(number);
    return nights;
  }
}
