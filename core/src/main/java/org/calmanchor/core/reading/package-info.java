/** What reading Java gives: a contract, and the Java members behind its components. */
@NullMarked
package org.calmanchor.core.reading;

import org.jspecify.annotations.NullMarked;
