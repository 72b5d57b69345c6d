package org.calmanchor.callers;

import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.naming.InvalidNameException;
import javax.naming.ldap.LdapName;
import javax.naming.ldap.Rdn;

/** The names in a certificate by which its owner can be known. */
final class CertificateNames {
  /** An e-mail address, a DNS name and a URI (RFC 5280, section 4.2.1.6). */
  private static final Set<Integer> TEXTS = Set.of(1, 2, 6);

  private CertificateNames() {}

  static Set<String> of(X509Certificate certificate) {
    Set<String> names = new HashSet<>();
    try {
      List<Rdn> parts = new LdapName(certificate.getSubjectX500Principal().getName()).getRdns();
      for (Rdn part : parts) {
        if (part.getType().equalsIgnoreCase("CN") && part.getValue() instanceof String name) {
          names.add(name);
        }
      }
      Collection<List<?>> others = certificate.getSubjectAlternativeNames();
      for (List<?> other : others == null ? List.<List<?>>of() : others) {
        if (TEXTS.contains((Integer) other.get(0)) && other.get(1) instanceof String name) {
          names.add(name);
        }
      }
    } catch (InvalidNameException | CertificateParsingException malformed) {
      // Such a certificate is nobody's.
      return Set.of();
    }
    return names;
  }
}
