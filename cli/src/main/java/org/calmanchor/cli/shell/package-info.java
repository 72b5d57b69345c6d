/** What makes the command at home in a shell: completion and manual pages, from its own options. */
@NullMarked
package org.calmanchor.cli.shell;

import org.jspecify.annotations.NullMarked;
