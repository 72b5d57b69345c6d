/**
 * Services in tests. {@link org.calmanchor.junit.HostedServices} hosts them, {@link
 * org.calmanchor.junit.StandInServices} plays partners, and {@link
 * org.calmanchor.junit.CalmAssertions} says what came.
 */
@NullMarked
package org.calmanchor.junit;

import org.jspecify.annotations.NullMarked;
