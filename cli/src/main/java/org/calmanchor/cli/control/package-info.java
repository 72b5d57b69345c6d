/** Commands for running hosts. */
@NullMarked
package org.calmanchor.cli.control;

import org.jspecify.annotations.NullMarked;
