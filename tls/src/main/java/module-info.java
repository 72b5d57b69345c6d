/** Keys and certificates in PEM files, and ones that are made for trying out. */
module org.calmanchor.tls {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires org.bouncycastle.pkix;
  requires org.bouncycastle.provider;

  exports org.calmanchor.tls;
}
