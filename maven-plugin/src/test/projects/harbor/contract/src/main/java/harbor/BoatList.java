package harbor;

import java.util.List;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Boats of Lantern Quay. */
@PortType(namespace = "urn:lanternquay:boats")
public interface BoatList {
  /**
   * A boat.
   *
   * @param name its name
   * @param length in metres
   */
  record Boat(@Attribute String name, double length) {}

  /** Boats of at least a length. */
  @Operation
  List<Boat> longerThan(double length);
}
