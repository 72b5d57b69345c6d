/**
 * Checks: from a file in YAML to a check, from a check and an outcome to differences. Entry types:
 * {@link org.calmanchor.checks.CheckFile} and {@link org.calmanchor.checks.CheckRun}. Imports
 * core's exported packages.
 */
@NullMarked
package org.calmanchor.checks;

import org.jspecify.annotations.NullMarked;
