package org.calmanchor.callers;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.proc.BadJOSEException;
import com.nimbusds.jose.proc.DefaultJOSEObjectTypeVerifier;
import com.nimbusds.jose.proc.JWSVerificationKeySelector;
import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.proc.DefaultJWTClaimsVerifier;
import com.nimbusds.jwt.proc.DefaultJWTProcessor;
import java.text.ParseException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongSupplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.TokenVerifier;
import org.jspecify.annotations.Nullable;

/**
 * Verifies JSON Web Tokens (RFC 7519) that were signed with RSA, EC or HMAC. The kind of a key
 * decides which algorithms it may be used with (RFC 8725, section 3.1). The keys are read again, at
 * most once a second, when their file has changed; while it cannot be read, the former ones count.
 * Safe for several threads.
 */
public final class JwtVerifier implements TokenVerifier {
  private static final Set<JWSAlgorithm> ALGORITHMS =
      Stream.of(JWSAlgorithm.Family.RSA, JWSAlgorithm.Family.EC, JWSAlgorithm.Family.HMAC_SHA)
          .flatMap(Set::stream)
          .collect(Collectors.toUnmodifiableSet());

  /** How far the clocks of the issuer and of this machine may be apart, in seconds. */
  private static final int CLOCK_SKEW = 60;

  private final TokenSettings settings;
  private final WatchedFile<DefaultJWTProcessor<SecurityContext>> processor;

  static JwtVerifier of(TokenSettings settings, LongSupplier clock) {
    return new JwtVerifier(settings, clock);
  }

  private JwtVerifier(TokenSettings settings, LongSupplier clock) {
    this.settings = settings;
    this.processor = new WatchedFile<>(settings.keys(), () -> processor(settings), clock);
  }

  /**
   * A verifier with the keys in a file.
   *
   * @throws CallersFileException when the file cannot be read, or has no key that can be used
   */
  public static JwtVerifier of(TokenSettings settings) {
    return of(settings, System::nanoTime);
  }

  private static DefaultJWTProcessor<SecurityContext> processor(TokenSettings settings) {
    JWKSet keys = TokenKeys.read(settings.keys());
    JWKSource<SecurityContext> source = (selector, context) -> selector.select(keys);
    DefaultJWTProcessor<SecurityContext> processor = new DefaultJWTProcessor<>();
    processor.setJWSKeySelector(new JWSVerificationKeySelector<>(ALGORITHMS, source));
    // Tokens for access say so in a type of their own (RFC 9068, section 2.1), or have no type.
    processor.setJWSTypeVerifier(
        new DefaultJOSEObjectTypeVerifier<>(
            JOSEObjectType.JWT, new JOSEObjectType("at+jwt"), null));
    DefaultJWTClaimsVerifier<SecurityContext> claims =
        new DefaultJWTClaimsVerifier<>(
            settings.audience(),
            new JWTClaimsSet.Builder().issuer(settings.issuer()).build(),
            Set.of("exp", settings.name()));
    claims.setMaxClockSkew(CLOCK_SKEW);
    processor.setJWTClaimsSetVerifier(claims);
    return processor;
  }

  @Override
  public Optional<Verified> verify(String token) {
    try {
      JWTClaimsSet claims = processor.current().process(token, null);
      if (!(claims.getClaim(settings.name()) instanceof String name) || !Caller.isName(name)) {
        return Optional.empty();
      }
      return Optional.of(
          new Verified(
              new Caller(name, roles(claims)),
              claims.getExpirationTime().toInstant().plusSeconds(CLOCK_SKEW)));
    } catch (ParseException | BadJOSEException | JOSEException invalid) {
      return Optional.empty();
    }
  }

  private Set<String> roles(JWTClaimsSet claims) throws ParseException {
    Object claim = claims.getClaim(settings.roles());
    List<String> words =
        claim instanceof String text
            ? List.of(text.strip().split(" +", -1))
            : strings(claims.getStringListClaim(settings.roles()));
    return words.stream()
        .filter(each -> Access.isRole(each) && !Access.isWord(each))
        .collect(Collectors.toSet());
  }

  private static List<String> strings(@Nullable List<String> claim) {
    return claim == null ? List.of() : claim;
  }

  @Override
  public long edition() {
    return processor.edition();
  }
}
