package org.calmanchor.tls;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.spec.ECGenParameterSpec;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.cert.X509v3CertificateBuilder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.calmanchor.core.keys.KeySource;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.core.keys.KeysException;

/**
 * A key and a certificate for this machine's loopback names, made in memory for trying out: nobody
 * trusts it who was not given the certificate.
 */
public final class SelfSignedKeys implements KeySource {
  private static final Duration LIFE = Duration.ofDays(30);

  /** For clocks that are a little behind. */
  private static final Duration EARLIER = Duration.ofHours(1);

  private static final int SERIAL_BITS = 120;

  private final Keys keys;

  private SelfSignedKeys(Keys keys) {
    this.keys = keys;
  }

  /** Makes a key (EC, P-256) and a certificate for localhost, which is valid for 30 days. */
  public static SelfSignedKeys forLoopback() {
    try {
      KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
      generator.initialize(new ECGenParameterSpec("secp256r1"));
      KeyPair pair = generator.generateKeyPair();
      Instant now = Instant.now();
      X500Name name = new X500Name("CN=localhost");
      X509v3CertificateBuilder builder =
          new JcaX509v3CertificateBuilder(
              name,
              new BigInteger(SERIAL_BITS, new SecureRandom()).add(BigInteger.ONE),
              Date.from(now.minus(EARLIER)),
              Date.from(now.plus(LIFE)),
              name,
              pair.getPublic());
      builder.addExtension(
          Extension.subjectAlternativeName,
          false,
          new GeneralNames(
              new GeneralName[] {
                new GeneralName(GeneralName.dNSName, "localhost"),
                new GeneralName(GeneralName.iPAddress, "127.0.0.1"),
                new GeneralName(GeneralName.iPAddress, "::1")
              }));
      builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(true));
      return new SelfSignedKeys(
          new Keys(
              pair.getPrivate(),
              List.of(
                  new JcaX509CertificateConverter()
                      .getCertificate(
                          builder.build(
                              new JcaContentSignerBuilder("SHA256withECDSA")
                                  .build(pair.getPrivate()))))));
    } catch (GeneralSecurityException | IOException | OperatorCreationException unexpected) {
      throw new KeysException("This JDK cannot make a key of EC.", unexpected);
    }
  }

  @Override
  public Keys load() {
    return keys;
  }

  @Override
  public List<Path> files() {
    return List.of();
  }

  /** The certificate in PEM form, for those who are to trust it. */
  public String certificate() {
    StringWriter text = new StringWriter();
    try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
      writer.writeObject(keys.chain().get(0));
    } catch (IOException unexpected) {
      throw new UncheckedIOException(unexpected);
    }
    return text.toString();
  }
}
