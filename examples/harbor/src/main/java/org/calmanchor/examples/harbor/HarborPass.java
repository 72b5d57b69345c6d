package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.NotBlank;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** Says who asks. */
@ComplexType(doc = "Says who asks")
public record HarborPass(
    @NotBlank @Element(doc = "the skipper's name", example = "Ilse Fennimore") String holder) {}
