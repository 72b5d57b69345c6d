/**
 * The goals of the Maven plugin. They say the same as the commands of the command line, since they
 * run them; what Maven knows (classes, libraries, folders, artifacts) comes from the project.
 */
@NullMarked
package org.calmanchor.maven;

import org.jspecify.annotations.NullMarked;
