package org.calmanchor.tls;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PrivateKey;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.PKCS8EncodedKeySpec;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.asn1.x9.X9ObjectIdentifiers;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.openssl.EncryptionException;
import org.bouncycastle.openssl.PEMEncryptedKeyPair;
import org.bouncycastle.openssl.PEMKeyPair;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JceOpenSSLPKCS8DecryptorProviderBuilder;
import org.bouncycastle.openssl.jcajce.JcePEMDecryptorProviderBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.pkcs.PKCS8EncryptedPrivateKeyInfo;
import org.bouncycastle.pkcs.PKCSException;
import org.calmanchor.core.keys.KeysException;
import org.jspecify.annotations.Nullable;

/**
 * What a PEM file has.
 *
 * @param key its first private key, as it was read; null if there is none
 */
record PemFile(Path file, List<X509Certificate> certificates, @Nullable Object key) {
  /** The largest file, in bytes: more than any chain of practice. */
  private static final long MOST = 1_000_000;

  /** Copies the certificates. */
  PemFile {
    certificates = List.copyOf(certificates);
  }

  /**
   * Reads a file.
   *
   * @throws KeysException when it cannot be read, or is not PEM
   */
  static PemFile read(Path file) {
    List<X509Certificate> certificates = new ArrayList<>();
    Object key = null;
    try (PEMParser parser = new PEMParser(new StringReader(text(file)))) {
      for (Object each = parser.readObject(); each != null; each = parser.readObject()) {
        if (each instanceof X509CertificateHolder holder) {
          certificates.add(certificate(holder));
        } else if (key == null && isKey(each)) {
          key = each;
        }
      }
    } catch (IOException | CertificateException malformed) {
      throw new KeysException(
          file + " is PEM, but a part of it is damaged: " + malformed.getMessage(), malformed);
    }
    return new PemFile(file, certificates, key);
  }

  private static String text(Path file) {
    try {
      if (Files.size(file) > MOST) {
        throw new KeysException(file + " is too large for keys and certificates.");
      }
      String text = Files.readString(file, StandardCharsets.ISO_8859_1);
      if (!text.contains("-----BEGIN ")) {
        throw new KeysException(
            file
                + " is not PEM, which is text with lines such as -----BEGIN CERTIFICATE-----."
                + (text.startsWith("0")
                    ? " It may be DER or PKCS#12; openssl x509, pkey and pkcs12 convert these."
                    : ""));
      }
      return text;
    } catch (IOException unreadable) {
      throw new KeysException(file + " cannot be read.", unreadable);
    }
  }

  private static X509Certificate certificate(X509CertificateHolder holder)
      throws IOException, CertificateException {
    return (X509Certificate)
        CertificateFactory.getInstance("X.509")
            .generateCertificate(new ByteArrayInputStream(holder.getEncoded()));
  }

  private static boolean isKey(Object part) {
    return part instanceof PEMKeyPair || part instanceof PrivateKeyInfo || isEncrypted(part);
  }

  private static boolean isEncrypted(@Nullable Object part) {
    return part instanceof PEMEncryptedKeyPair || part instanceof PKCS8EncryptedPrivateKeyInfo;
  }

  boolean hasKey() {
    return key != null;
  }

  boolean isEncrypted() {
    return isEncrypted(key);
  }

  /**
   * The private key.
   *
   * @param password empty for none
   * @throws KeysException when the password is wrong or missing, or the key cannot be used
   */
  PrivateKey key(String password) {
    if (isEncrypted() && password.isEmpty()) {
      throw new KeysException("The key in " + file + " is encrypted; give its password.");
    }
    try {
      PrivateKeyInfo info = info(password.toCharArray());
      return KeyFactory.getInstance(algorithm(info.getPrivateKeyAlgorithm().getAlgorithm()))
          .generatePrivate(new PKCS8EncodedKeySpec(info.getEncoded()));
    } catch (EncryptionException | PKCSException wrong) {
      throw new KeysException("The password of the key in " + file + " is wrong.", wrong);
    } catch (GeneralSecurityException | OperatorCreationException unusable) {
      throw unusable(unusable);
    } catch (IOException damaged) {
      throw isEncrypted()
          ? new KeysException("The password of the key in " + file + " is wrong.", damaged)
          : unusable(damaged);
    }
  }

  private static String algorithm(ASN1ObjectIdentifier number) {
    if (number.equals(PKCSObjectIdentifiers.rsaEncryption)) {
      return "RSA";
    }
    return number.equals(X9ObjectIdentifiers.id_ecPublicKey) ? "EC" : number.getId();
  }

  private KeysException unusable(Exception cause) {
    return new KeysException(
        "The key in " + file + " is of a kind that cannot be used here; use RSA or EC.", cause);
  }

  private PrivateKeyInfo info(char[] password)
      throws IOException, OperatorCreationException, PKCSException {
    if (key instanceof PEMKeyPair pair) {
      return pair.getPrivateKeyInfo();
    }
    if (key instanceof PEMEncryptedKeyPair encrypted) {
      return encrypted
          .decryptKeyPair(
              new JcePEMDecryptorProviderBuilder()
                  .setProvider(new BouncyCastleProvider())
                  .build(password))
          .getPrivateKeyInfo();
    }
    if (key instanceof PKCS8EncryptedPrivateKeyInfo encrypted) {
      return encrypted.decryptPrivateKeyInfo(
          new JceOpenSSLPKCS8DecryptorProviderBuilder()
              .setProvider(new BouncyCastleProvider())
              .build(password));
    }
    return (PrivateKeyInfo) Objects.requireNonNull(key);
  }

  /** The file, without its key. */
  @Override
  public String toString() {
    return "PemFile[" + file + "]";
  }
}
