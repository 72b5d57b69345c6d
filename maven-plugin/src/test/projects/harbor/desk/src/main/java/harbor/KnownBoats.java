package harbor;

import java.util.List;

/** The boats that are known here. */
public class KnownBoats implements BoatList {
  private static final List<Boat> BOATS =
      List.of(new Boat("Patient Otter", 9.80), new Boat("Second Breakfast", 12.35));

  @Override
  public List<Boat> longerThan(double length) {
    return BOATS.stream().filter(boat -> boat.length() > length).toList();
  }
}
