/** Turns a template and what it is about into text. */
@NullMarked
package org.calmanchor.web.rendering;

import org.jspecify.annotations.NullMarked;
