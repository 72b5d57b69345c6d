/** A file of callers: their names, roles and password hashes. */
@NullMarked
package org.calmanchor.callers;

import org.jspecify.annotations.NullMarked;
