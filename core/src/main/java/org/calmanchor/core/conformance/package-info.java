/**
 * Judges WSDL documents and envelopes, ours or not, by the WS-I Basic Profiles, and advises on what
 * conforms but hurts consumers. Entry type: {@link org.calmanchor.core.conformance.Conformance}.
 * Imports model and wsdl.
 */
@NullMarked
package org.calmanchor.core.conformance;

import org.jspecify.annotations.NullMarked;
