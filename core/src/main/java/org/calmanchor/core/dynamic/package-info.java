/**
 * Requests and answers of a contract as plain trees of values. Entry type: {@link
 * org.calmanchor.core.dynamic.DynamicMessages}. Imports model, codec and soap.
 */
@NullMarked
package org.calmanchor.core.dynamic;

import org.jspecify.annotations.NullMarked;
