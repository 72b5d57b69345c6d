/**
 * The command-line tool. Entry type: {@link org.calmanchor.cli.CalmAnchor}. The only package that
 * prints, parses arguments and ends the process.
 */
@NullMarked
package org.calmanchor.cli;

import org.jspecify.annotations.NullMarked;
