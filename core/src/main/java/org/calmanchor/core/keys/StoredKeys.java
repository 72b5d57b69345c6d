package org.calmanchor.core.keys;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.UnrecoverableKeyException;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** A key and its certificates in a file of form PKCS#12 (RFC 7292). */
public final class StoredKeys implements KeySource {
  private final Path file;
  private final char[] password;

  private StoredKeys(Path file, char[] password) {
    this.file = file;
    this.password = password;
  }

  /**
   * The key in a file.
   *
   * @param password of the file; empty for none
   */
  public static StoredKeys at(Path file, String password) {
    return new StoredKeys(file, password.toCharArray());
  }

  @Override
  public Keys load() {
    KeyStore store = opened();
    try {
      List<String> keys = new ArrayList<>();
      List<X509Certificate> certificates = new ArrayList<>();
      for (String name : Collections.list(store.aliases())) {
        if (store.isKeyEntry(name)) {
          keys.add(name);
        }
        addAll(store, name, certificates);
      }
      if (keys.size() != 1) {
        throw new KeysException(
            file
                + (keys.isEmpty() ? " has no private key" : " has " + keys.size() + " keys")
                + "; it must have exactly one, with its certificate.");
      }
      PrivateKey key = (PrivateKey) store.getKey(keys.get(0), password);
      return Keys.of(file.toString(), key, certificates);
    } catch (GeneralSecurityException unusable) {
      throw new KeysException(file + " has a key that cannot be read.", unusable);
    }
  }

  private static void addAll(KeyStore store, String name, List<X509Certificate> certificates)
      throws GeneralSecurityException {
    Certificate[] chain = store.getCertificateChain(name);
    for (Certificate each : chain == null ? new Certificate[0] : chain) {
      certificates.add((X509Certificate) each);
    }
    if (chain == null && store.getCertificate(name) instanceof X509Certificate alone) {
      certificates.add(alone);
    }
  }

  private KeyStore opened() {
    try (InputStream in = Files.newInputStream(file)) {
      KeyStore store = KeyStore.getInstance("PKCS12");
      store.load(in, password);
      return store;
    } catch (IOException unreadable) {
      throw new KeysException(
          unreadable.getCause() instanceof UnrecoverableKeyException
              ? "The password of " + file + " is wrong."
              : Files.isReadable(file)
                  ? file + " is not a PKCS#12 file."
                  : file + " cannot be read.",
          unreadable);
    } catch (GeneralSecurityException unusable) {
      throw new KeysException(file + " is not a PKCS#12 file that can be read.", unusable);
    }
  }

  @Override
  public List<Path> files() {
    return List.of(file);
  }

  /** The file, without the password. */
  @Override
  public String toString() {
    return "StoredKeys[" + file + "]";
  }
}
