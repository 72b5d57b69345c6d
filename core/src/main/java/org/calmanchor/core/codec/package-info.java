/**
 * XML to value and back. A {@link org.calmanchor.core.codec.CodecPlanner} turns the elements of a
 * contract into codecs, once; one engine serves two ends: Java values ({@link
 * org.calmanchor.core.codec.JavaValueModel}) and plain trees of values ({@link
 * org.calmanchor.core.codec.DynamicValueModel}). Imports model, lexical and read.
 */
@NullMarked
package org.calmanchor.core.codec;

import org.jspecify.annotations.NullMarked;
