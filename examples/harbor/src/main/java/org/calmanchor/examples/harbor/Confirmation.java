package org.calmanchor.examples.harbor;

import java.time.LocalDate;

/** A reservation that was made. */
public record Confirmation(
    long number, String berth, LocalDate arrival, LocalDate departure, Quote quote) {}
