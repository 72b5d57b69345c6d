/** From the settings of a host to a site whose parts run, whatever server passes requests to it. */
@NullMarked
package org.calmanchor.web.hosting;

import org.jspecify.annotations.NullMarked;
