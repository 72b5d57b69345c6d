/**
 * The command {@code calm-anchor serve}. Entry type: {@link org.calmanchor.cli.serve.ServeCommand}.
 */
@NullMarked
package org.calmanchor.cli.serve;

import org.jspecify.annotations.NullMarked;
