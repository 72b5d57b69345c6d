package org.calmanchor.standin;

import org.calmanchor.core.dynamic.DynamicRequest;
import org.jspecify.annotations.Nullable;

/**
 * A call that a stand-in answered.
 *
 * @param service the port type's name
 * @param request what it was asked
 * @param check the name of the check whose outcome was the answer; null if none fitted, so that it
 *     was a sample
 */
public record StandInCall(String service, DynamicRequest request, @Nullable String check) {}
