/** What the streams of several modules have in common. Imports no other package. */
@NullMarked
package org.calmanchor.core.io;

import org.jspecify.annotations.NullMarked;
