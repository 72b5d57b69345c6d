/**
 * The command {@code calm-anchor check}. Entry type: {@link org.calmanchor.cli.check.CheckCommand}.
 * It replays check files and reports what differs.
 */
@NullMarked
package org.calmanchor.cli.check;

import org.jspecify.annotations.NullMarked;
