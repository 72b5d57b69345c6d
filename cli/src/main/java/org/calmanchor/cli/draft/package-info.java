/** {@code calm-anchor draft}: writes Java source into a project. */
@NullMarked
package org.calmanchor.cli.draft;

import org.jspecify.annotations.NullMarked;
