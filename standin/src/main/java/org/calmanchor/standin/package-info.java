/**
 * Stands in for a partner who is not there yet: hosts the contract of a document, and answers as
 * checks say.
 */
@NullMarked
package org.calmanchor.standin;

import org.jspecify.annotations.NullMarked;
