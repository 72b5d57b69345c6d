/** The command that makes something to deploy. */
@NullMarked
package org.calmanchor.cli.bundle;

import org.jspecify.annotations.NullMarked;
