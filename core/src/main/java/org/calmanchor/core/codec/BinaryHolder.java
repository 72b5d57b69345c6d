package org.calmanchor.core.codec;

import java.util.function.Consumer;

/**
 * How Java holds the bytes of a binary value.
 *
 * @param isArray whether as an array, rather than as something that can be opened
 * @param check throws {@link org.calmanchor.core.lexical.LexicalException} for a value not taken
 * @param checkWritten the same for a value that may not be written
 */
public record BinaryHolder(
    boolean isArray, Consumer<Object> check, Consumer<Object> checkWritten) {}
