/**
 * The namespace prefixes of messages: each body element, header block and detail declares those
 * that it can use. Imports model and content.
 */
@NullMarked
package org.calmanchor.core.prefix;

import org.jspecify.annotations.NullMarked;
