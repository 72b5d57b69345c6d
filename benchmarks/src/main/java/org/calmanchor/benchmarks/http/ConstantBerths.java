package org.calmanchor.benchmarks.http;

import java.util.List;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Answers with the same 50 records each time, which costs the service nothing. */
@PortType(namespace = Harbor.NAMESPACE)
public class ConstantBerths {
  private static final int RECORDS = 50;
  private final List<Harbor.Berth> berths = new Harbor().findBerths(RECORDS);

  /** The records, written anew for each call. */
  @Operation
  public List<Harbor.Berth> findBerths(int count) {
    return berths.subList(0, count);
  }

  /** The same, but its answers may be given again. */
  @PortType(namespace = Harbor.NAMESPACE)
  public static class Kept {
    private final ConstantBerths berths = new ConstantBerths();

    /** The records, written once an hour. */
    @Operation(freshFor = "PT1H")
    public List<Harbor.Berth> findBerths(int count) {
      return berths.findBerths(count);
    }
  }
}
