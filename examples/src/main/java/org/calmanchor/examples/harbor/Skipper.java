package org.calmanchor.examples.harbor;

import java.util.List;
import org.calmanchor.annotations.Element;

/** Who sails a boat. */
public record Skipper(
    String name,
    String phone,
    @Element(name = "notify", doc = "mail addresses to tell") List<String> notifyAddresses) {}
