/** The access log: a line about each call. */
@NullMarked
package org.calmanchor.web.access;

import org.jspecify.annotations.NullMarked;
