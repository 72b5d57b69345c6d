package org.calmanchor.core;

import java.io.InputStream;
import java.io.Reader;
import org.w3c.dom.ls.LSInput;

/** A schema from the test resources. */
final class LocalInput implements LSInput {
  private final String resource;

  LocalInput(String resource) {
    this.resource = resource;
  }

  @Override
  public InputStream getByteStream() {
    return LocalInput.class.getResourceAsStream(resource);
  }

  @Override
  public String getSystemId() {
    return resource;
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
