/**
 * SOAP 1.1 and 1.2 around a body element: envelopes, header rules, faults. Entry types: {@link
 * org.calmanchor.core.soap.EnvelopeReader}, {@link org.calmanchor.core.soap.EnvelopeWriter}.
 * Imports model, lexical, problem, xml and codec.
 */
@NullMarked
package org.calmanchor.core.soap;

import org.jspecify.annotations.NullMarked;
