package org.calmanchor.examples.architecture;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;

/** Leaves out tests, and the module of what they share. */
public final class ProductOnly implements ImportOption {
  @Override
  public boolean includes(Location location) {
    return Predefined.DO_NOT_INCLUDE_TESTS.includes(location)
        && !location.contains("/org/calmanchor/testing/");
  }
}
