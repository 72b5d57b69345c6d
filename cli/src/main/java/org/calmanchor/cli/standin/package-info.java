/** {@code calm-anchor stand-in}: plays a partner's contract from check files. */
@NullMarked
package org.calmanchor.cli.standin;

import org.jspecify.annotations.NullMarked;
