/** From the class path of a project to something that runs anywhere with Java. */
@NullMarked
package org.calmanchor.bundle;

import org.jspecify.annotations.NullMarked;
