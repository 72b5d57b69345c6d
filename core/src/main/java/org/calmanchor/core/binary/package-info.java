/**
 * Bytes in messages, decoded from Base64 in passing and spooled to disk beyond a limit. Imports
 * lexical and xml.
 */
@NullMarked
package org.calmanchor.core.binary;

import org.jspecify.annotations.NullMarked;
