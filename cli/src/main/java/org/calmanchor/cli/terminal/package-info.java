/**
 * What commands say and write: texts for a terminal, JSON, files, and the exception that ends a
 * command.
 */
@NullMarked
package org.calmanchor.cli.terminal;

import org.jspecify.annotations.NullMarked;
