/**
 * What the tests of several modules share: waiting for conditions, SOAP envelopes, the command line
 * as a process, classes that are compiled during a test. It uses nothing of the product.
 */
@NullMarked
package org.calmanchor.testing;

import org.jspecify.annotations.NullMarked;
