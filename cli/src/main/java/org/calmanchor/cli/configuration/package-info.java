/** The command that shows and judges settings. */
@NullMarked
package org.calmanchor.cli.configuration;

import org.jspecify.annotations.NullMarked;
