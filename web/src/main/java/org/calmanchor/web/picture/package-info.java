/** A contract as a picture: boxes and lines, laid out here and written as SVG. */
@NullMarked
package org.calmanchor.web.picture;

import org.jspecify.annotations.NullMarked;
