package org.calmanchor.examples.harbor;

import java.util.List;
import org.calmanchor.annotations.Element;

/** Some of many. */
public record Page<T>(List<T> items, @Element(doc = "counted from 1") int number, boolean isLast) {}
