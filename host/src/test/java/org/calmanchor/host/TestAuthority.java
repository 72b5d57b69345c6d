package org.calmanchor.host;

import java.io.IOException;
import java.io.StringWriter;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.NoSuchAlgorithmException;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.cert.X509v3CertificateBuilder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.openssl.jcajce.JcaPKCS8Generator;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.Keys;

/** An authority that issues certificates for tests. */
final class TestAuthority {
  private static final char[] PASSWORD = "gull".toCharArray();

  private final KeyPair pair = pair();
  private final X500Name name;
  private final X509Certificate certificate;

  TestAuthority(String name) {
    this.name = new X500Name("CN=" + name);
    this.certificate = issue(this.name, pair, Duration.ofDays(1), true, null);
  }

  private TestAuthority(String name, TestAuthority issuer) {
    this.name = new X500Name("CN=" + name);
    this.certificate = issuer.issue(this.name, pair, Duration.ofDays(1), true, null);
  }

  /** An authority below this one. */
  TestAuthority authority(String below) {
    return new TestAuthority(below, this);
  }

  /** Its own certificate. */
  List<X509Certificate> certificates() {
    return List.of(certificate);
  }

  static KeyPair pair() {
    try {
      KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
      generator.initialize(256);
      return generator.generateKeyPair();
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private X509Certificate issue(
      X500Name subject, KeyPair of, Duration life, boolean isAuthority, KeyPurposeId purpose) {
    try {
      return certificate(subject, of, life, isAuthority, purpose);
    } catch (IOException | GeneralSecurityException | OperatorCreationException unexpected) {
      throw new IllegalStateException(unexpected);
    }
  }

  private X509Certificate certificate(
      X500Name subject, KeyPair of, Duration life, boolean isAuthority, KeyPurposeId purpose)
      throws IOException, GeneralSecurityException, OperatorCreationException {
    X509v3CertificateBuilder builder =
        new JcaX509v3CertificateBuilder(
            name,
            BigInteger.valueOf(System.nanoTime()),
            Date.from(Instant.now().minus(Duration.ofDays(2))),
            Date.from(Instant.now().plus(life)),
            subject,
            of.getPublic());
    builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(isAuthority));
    if (purpose != null) {
      builder.addExtension(Extension.extendedKeyUsage, true, new ExtendedKeyUsage(purpose));
    }
    if (!isAuthority) {
      builder.addExtension(
          Extension.subjectAlternativeName,
          false,
          new GeneralNames(new GeneralName(GeneralName.dNSName, "localhost")));
    }
    return new JcaX509CertificateConverter()
        .getCertificate(
            builder.build(new JcaContentSignerBuilder("SHA256withECDSA").build(pair.getPrivate())));
  }

  /** A key with a certificate of a name, which lasts so long. */
  Keys issue(String subject, Duration life) {
    return issue(subject, life, null);
  }

  /** The same for servers only. */
  Keys issueForServers(String subject, Duration life) {
    return issue(subject, life, KeyPurposeId.id_kp_serverAuth);
  }

  private Keys issue(String subject, Duration life, KeyPurposeId purpose) {
    KeyPair of = pair();
    X509Certificate issued = issue(new X500Name("CN=" + subject), of, life, false, purpose);
    return new Keys(of.getPrivate(), List.of(issued, certificate));
  }

  /** A file with its certificate. */
  Path file(Path folder) throws IOException {
    return Files.writeString(
        folder.resolve("authority-" + System.nanoTime() + ".pem"), pem(certificate));
  }

  /** What a client needs that trusts this authority, and has this key itself. */
  SSLContext client(Keys... own) throws Exception {
    TrustManagerFactory trust =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    trust.init(Certificates.store(List.of(certificate)));
    KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    KeyStore store = own.length == 0 ? null : own[0].store(PASSWORD);
    keys.init(store, PASSWORD);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(keys.getKeyManagers(), trust.getTrustManagers(), null);
    return context;
  }

  /** Things in PEM form, one after the other. */
  static String pem(Object... things) throws IOException {
    StringWriter text = new StringWriter();
    try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
      for (Object thing : things) {
        writer.writeObject(
            thing instanceof PrivateKey key ? new JcaPKCS8Generator(key, null) : thing);
      }
    }
    return text.toString();
  }
}
