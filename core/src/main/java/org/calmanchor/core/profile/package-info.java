/**
 * Judges WSDL documents and envelopes, ours or not, by the WS-I Basic Profiles, and advises on what
 * conforms but hurts consumers. Entry type: {@link org.calmanchor.core.profile.Conformance}.
 * Imports model and wsdl.
 */
@NullMarked
package org.calmanchor.core.profile;

import org.jspecify.annotations.NullMarked;
