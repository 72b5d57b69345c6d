/**
 * Compares two contracts by what is accepted and what is produced: which messages that were valid
 * before are refused now, and which may come that did not come before.
 */
@NullMarked
package org.calmanchor.core.diff;

import org.jspecify.annotations.NullMarked;
