/**
 * Text to value and back, exactly as XML Schema 1.0 part 2 says, and the one ordered table of type
 * mappings. Entry types: {@link org.calmanchor.core.lexical.TypeMappings}, {@link
 * org.calmanchor.core.lexical.Lexical}. Imports the model, and of what developers write the stream
 * of bytes.
 */
@NullMarked
package org.calmanchor.core.lexical;

import org.jspecify.annotations.NullMarked;
