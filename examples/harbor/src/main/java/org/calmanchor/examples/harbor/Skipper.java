package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.calmanchor.annotations.Element;

/** Who sails a boat. */
public record Skipper(
    @NotBlank @Size(max = 60) @Element(example = "Odo Marrow") String name,
    @Size(max = 30) @Element(example = "555-0141") String phone,
    @Element(name = "notify", doc = "mail addresses to tell", example = "odo@lanternquay.test")
        List<String> notifyAddresses) {}
