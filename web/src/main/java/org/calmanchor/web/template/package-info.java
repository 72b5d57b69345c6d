/**
 * Turns templates and what they are about into text. The build compiles the templates into the
 * package below.
 */
@NullMarked
package org.calmanchor.web.template;

import org.jspecify.annotations.NullMarked;
