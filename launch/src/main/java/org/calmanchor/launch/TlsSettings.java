package org.calmanchor.launch;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.configuration.Settings.ClientCertificates;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.KeySource;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.core.keys.StoredKeys;
import org.calmanchor.host.Tls;
import org.calmanchor.tls.PemKeys;
import org.calmanchor.tls.SelfSignedKeys;

/**
 * What a configuration says about TLS.
 *
 * @param passwords asks for the password of the key in a file, if the configuration does not have
 *     it
 */
record TlsSettings(Configuration configuration, UnaryOperator<String> passwords) {
  /**
   * How TLS is spoken; empty if it is not.
   *
   * @throws org.calmanchor.configuration.ConfigurationException when a file or a password is wrong
   */
  Optional<Tls> tls() {
    List<Setting<?>> ways = new ArrayList<>();
    configuration.find(Settings.TLS).ifPresent(files -> ways.add(Settings.TLS));
    configuration.find(Settings.TLS_STORE).ifPresent(file -> ways.add(Settings.TLS_STORE));
    if (configuration.value(Settings.TLS_SELF_SIGNED)) {
      ways.add(Settings.TLS_SELF_SIGNED);
    }
    if (ways.size() > 1) {
      throw configuration.problem(
          ways.get(1), "there is one of tls, tls-store and tls-self-signed, not several.");
    }
    Optional<Path> authorities = configuration.find(Settings.CLIENT_CA);
    if (configuration.find(Settings.CLIENT_CERTIFICATES).isPresent() && authorities.isEmpty()) {
      throw configuration.problem(
          Settings.CLIENT_CERTIFICATES, "say which authorities issue them, with client-ca.");
    }
    if (ways.isEmpty()) {
      requireNoneOf(Settings.CLIENT_CA, Settings.HSTS);
      return Optional.empty();
    }
    try {
      KeySource keys = keys();
      keys.load();
      Duration strict = Duration.ofDays(configuration.value(Settings.HSTS));
      Tls tls = Tls.with(keys).strictTransport(strict);
      return Optional.of(authorities.isEmpty() ? tls : with(tls, authorities.get()));
    } catch (KeysException unusable) {
      throw configuration.problem(ways.get(0), unusable.sentence());
    }
  }

  private Tls with(Tls tls, Path authorities) {
    try {
      Certificates.at(authorities);
    } catch (KeysException unusable) {
      throw configuration.problem(Settings.CLIENT_CA, unusable.sentence());
    }
    return configuration.value(Settings.CLIENT_CERTIFICATES) == ClientCertificates.NEEDED
        ? tls.needingClients(authorities)
        : tls.wantingClients(authorities);
  }

  private void requireNoneOf(Setting<?>... needTls) {
    for (Setting<?> setting : needTls) {
      if (configuration.find(setting).isPresent()) {
        throw configuration.problem(
            setting, "this is for TLS; say with which certificate and key, with tls.");
      }
    }
  }

  private KeySource keys() {
    Optional<Path> store = configuration.find(Settings.TLS_STORE);
    if (store.isPresent()) {
      if (!Files.isReadable(store.get())) {
        throw configuration.problem(Settings.TLS_STORE, store.get() + " cannot be read.");
      }
      return StoredKeys.at(store.get(), password(store.get()));
    }
    Optional<List<Path>> files = configuration.find(Settings.TLS);
    if (files.isEmpty()) {
      return SelfSignedKeys.forLoopback();
    }
    PemKeys keys = PemKeys.at(files.get().get(0), files.get().get(1));
    return keys.isEncrypted() ? keys.password(password(files.get().get(1))) : keys;
  }

  private String password(Path file) {
    return configuration
        .find(Settings.TLS_PASSWORD)
        .orElseGet(() -> passwords.apply(file.toString()));
  }
}
