package org.calmanchor.core.codec;

import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Stands for a codec that is still being planned, in types that contain themselves. */
final class DeferredElement implements ElementCodec {
  private @Nullable ElementCodec planned;

  void is(ElementCodec codec) {
    planned = codec;
  }

  private ElementCodec planned() {
    if (planned == null) {
      throw new IllegalStateException("used before planning ended");
    }
    return planned;
  }

  @Override
  public Object read(XmlIn in) {
    return planned().read(in);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    return planned().readNil(in);
  }

  @Override
  public void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    planned().writeNil(out, tag, nil);
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    planned().write(out, tag, value);
  }
}
