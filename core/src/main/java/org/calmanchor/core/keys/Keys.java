package org.calmanchor.core.keys;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.cert.Certificate;
import java.security.cert.CertificateExpiredException;
import java.security.cert.CertificateNotYetValidException;
import java.security.cert.X509Certificate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A private key with its certificate and those that lead to the authority. Immutable.
 *
 * @param chain its own certificate first
 */
public record Keys(PrivateKey key, List<X509Certificate> chain) {
  private static final byte[] SAMPLE = {1, 2, 3, 4};

  /** Copies the chain. */
  public Keys {
    chain = List.copyOf(chain);
  }

  /**
   * Finds the certificate of a key, and brings the others into order.
   *
   * @param where the certificates and the key are, for messages
   * @param found in any order; those that do not belong to the chain are left out
   * @throws KeysException when none belongs to the key, or it is not valid today
   */
  public static Keys of(String where, PrivateKey key, Collection<X509Certificate> found) {
    X509Certificate own =
        found.stream()
            .filter(each -> belongsTo(key, each.getPublicKey()))
            .findFirst()
            .orElseThrow(
                () ->
                    new KeysException(
                        where
                            + ": the key and the certificate do not belong together. Use the key"
                            + " for which the certificate was issued."));
    try {
      own.checkValidity();
    } catch (CertificateExpiredException expired) {
      throw new KeysException(
          where
              + ": the certificate of "
              + own.getSubjectX500Principal().getName()
              + " has expired on "
              + own.getNotAfter().toInstant().atZone(ZoneOffset.UTC).toLocalDate()
              + ". Renew it.",
          expired);
    } catch (CertificateNotYetValidException early) {
      throw new KeysException(
          where
              + ": the certificate of "
              + own.getSubjectX500Principal().getName()
              + " is not valid before "
              + own.getNotBefore().toInstant().atZone(ZoneOffset.UTC).toLocalDate()
              + ". Check the clock of this machine.",
          early);
    }
    return new Keys(key, ordered(own, found));
  }

  private static List<X509Certificate> ordered(
      X509Certificate own, Collection<X509Certificate> found) {
    List<X509Certificate> chain = new ArrayList<>(List.of(own));
    X509Certificate last = own;
    X509Certificate next = issuer(last, found);
    while (next != null && !chain.contains(next)) {
      chain.add(next);
      last = next;
      next = issuer(last, found);
    }
    return chain;
  }

  private static @Nullable X509Certificate issuer(
      X509Certificate of, Collection<X509Certificate> found) {
    return found.stream()
        .filter(each -> each.getSubjectX500Principal().equals(of.getIssuerX500Principal()))
        .filter(each -> hasSigned(each, of))
        .findFirst()
        .orElse(null);
  }

  private static boolean hasSigned(X509Certificate issuer, X509Certificate certificate) {
    try {
      certificate.verify(issuer.getPublicKey());
      return true;
    } catch (GeneralSecurityException other) {
      return false;
    }
  }

  private static boolean belongsTo(PrivateKey key, PublicKey other) {
    try {
      Signature signing = Signature.getInstance(algorithm(key));
      signing.initSign(key);
      signing.update(SAMPLE);
      byte[] signed = signing.sign();
      signing.initVerify(other);
      signing.update(SAMPLE);
      return signing.verify(signed);
    } catch (GeneralSecurityException otherKind) {
      return false;
    }
  }

  private static String algorithm(PrivateKey key) {
    return switch (key.getAlgorithm()) {
      case "RSA" -> "SHA256withRSA";
      case "EC" -> "SHA256withECDSA";
      default -> key.getAlgorithm();
    };
  }

  /**
   * A store with the key and its chain, as the JDK's TLS takes it.
   *
   * @param password protects the store in memory
   */
  public KeyStore store(char[] password) {
    try {
      KeyStore store = KeyStore.getInstance("PKCS12");
      store.load(null, null);
      store.setKeyEntry("key", key, password, chain.toArray(Certificate[]::new));
      return store;
    } catch (GeneralSecurityException | IOException unexpected) {
      throw new KeysException(
          "A key of " + key.getAlgorithm() + " cannot be used here.", unexpected);
    }
  }

  /** The certificates, without the key. */
  @Override
  public String toString() {
    return "Keys[" + chain.get(0).getSubjectX500Principal().getName() + "]";
  }
}
