package org.calmanchor.core;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.util.function.Supplier;
import org.w3c.dom.ls.LSInput;

/** A schema that is at hand, so that none is fetched. */
final class LocalInput implements LSInput {
  private final String systemId;
  private final Supplier<InputStream> bytes;

  private LocalInput(String systemId, Supplier<InputStream> bytes) {
    this.systemId = systemId;
    this.bytes = bytes;
  }

  /** One from the test resources. */
  static LocalInput ofResource(String resource) {
    return new LocalInput(resource, () -> LocalInput.class.getResourceAsStream(resource));
  }

  /** One that was written just now. */
  static LocalInput ofText(String systemId, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    return new LocalInput(systemId, () -> new ByteArrayInputStream(bytes));
  }

  @Override
  public InputStream getByteStream() {
    return bytes.get();
  }

  @Override
  public String getSystemId() {
    return systemId;
  }

  @Override
  public Reader getCharacterStream() {
    return null;
  }

  @Override
  public String getStringData() {
    return null;
  }

  @Override
  public String getEncoding() {
    return null;
  }

  @Override
  public String getPublicId() {
    return null;
  }

  @Override
  public String getBaseURI() {
    return null;
  }

  @Override
  public boolean getCertifiedText() {
    return false;
  }

  @Override
  public void setCharacterStream(Reader reader) {}

  @Override
  public void setByteStream(InputStream stream) {}

  @Override
  public void setStringData(String data) {}

  @Override
  public void setSystemId(String id) {}

  @Override
  public void setPublicId(String id) {}

  @Override
  public void setBaseURI(String uri) {}

  @Override
  public void setEncoding(String encoding) {}

  @Override
  public void setCertifiedText(boolean certified) {}
}
