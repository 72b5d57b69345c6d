/** Calls in transactions of a database. */
@NullMarked
package org.calmanchor.transactions;

import org.jspecify.annotations.NullMarked;
