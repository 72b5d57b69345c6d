/**
 * The user's classes: where they are, and how they are loaded. Entry type: {@link
 * org.calmanchor.cli.classes.ClassPathOption}.
 */
@NullMarked
package org.calmanchor.cli.classes;

import org.jspecify.annotations.NullMarked;
