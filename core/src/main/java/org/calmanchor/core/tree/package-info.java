/**
 * Requests and answers of a contract as plain trees of values. Entry type: {@link
 * org.calmanchor.core.tree.TreeMessages}. Imports model, codec and soap.
 */
@NullMarked
package org.calmanchor.core.tree;

import org.jspecify.annotations.NullMarked;
