/** The command that edits a file of callers. */
@NullMarked
package org.calmanchor.cli.callers;

import org.jspecify.annotations.NullMarked;
