/**
 * Matches Java code with a contract that came first as a document, and lists where they disagree.
 */
@NullMarked
package org.calmanchor.core.match;

import org.jspecify.annotations.NullMarked;
