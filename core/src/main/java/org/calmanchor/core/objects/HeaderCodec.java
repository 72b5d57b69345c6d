package org.calmanchor.core.objects;

import java.util.Optional;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.jspecify.annotations.Nullable;

/**
 * A parameter that is a header block.
 *
 * @param codec reads and writes the block
 * @param position the parameter's index
 * @param required whether each message must carry it
 * @param isOptional whether Java holds it as an Optional
 */
public record HeaderCodec(MessageCodec codec, int position, boolean required, boolean isOptional) {
  /** The name of the block. */
  public QName element() {
    return codec.name();
  }

  /** The parameter's value for a block's value. */
  public @Nullable Object held(@Nullable Object value) {
    return isOptional ? Optional.ofNullable(value) : value;
  }

  /** The block's value for a parameter's value; null for none. */
  public @Nullable Object value(@Nullable Object held) {
    return held instanceof Optional<?> optional ? optional.orElse(null) : held;
  }
}
