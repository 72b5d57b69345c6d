/** The handbook: one HTML file about a contract, for the developer on the other side. */
@NullMarked
package org.calmanchor.web.handbook;

import org.jspecify.annotations.NullMarked;
