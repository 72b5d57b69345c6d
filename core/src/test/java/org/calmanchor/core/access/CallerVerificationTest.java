package org.calmanchor.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Passwords are verified apart, a few at a time; wrong ones make things slow. */
class CallerVerificationTest {
  private static final Caller CLERK = Caller.of("ines-tallow", "clerk");
  private static final String HERE = "192.0.2.1";
  private static final int PLENTY = 10_000;

  private final AtomicInteger asked = new AtomicInteger();

  /** How many had been asked for, the clerk among them, when the clerk was last. */
  private final AtomicInteger clerkAsked = new AtomicInteger();

  private final AtomicLong edition = new AtomicLong();
  private final AtomicLong clock = new AtomicLong();

  /** One permit lets one credential be verified. */
  private final Semaphore gate = new Semaphore(0);

  private boolean isGated;
  private boolean isEditionBroken;

  private final CallerVerification verification =
      new CallerVerification(
          CallerSources.NONE.withPasswords(new Known()), ExemptAddresses.LOOPBACK, clock::get);

  /** Knows one caller; other names make it fail in some way. */
  private final class Known implements Callers {
    @Override
    public Optional<Caller> find(String name, String password) {
      int number = asked.incrementAndGet();
      if (name.equals(CLERK.name())) {
        clerkAsked.set(number);
      }
      if (isGated) {
        awaitGate();
      }
      return switch (name) {
        case "broken" -> throw new IllegalStateException("the table does not answer");
        case "error" -> throw new StackOverflowError();
        default ->
            name.equals(CLERK.name()) && password.equals("right")
                ? Optional.of(CLERK)
                : Optional.empty();
      };
    }

    private void awaitGate() {
      try {
        gate.acquire();
      } catch (InterruptedException ended) {
        Thread.currentThread().interrupt();
      }
    }

    @Override
    public long edition() {
      if (isEditionBroken) {
        throw new IllegalStateException("the table does not answer");
      }
      return edition.get();
    }
  }

  @AfterEach
  void close() {
    gate.release(PLENTY);
    verification.close();
  }

  private CompletableFuture<Verification> verifying(String name, String password, String address) {
    return verifying(name, password, new Sender(address, false));
  }

  private CompletableFuture<Verification> verifying(String name, String password, Sender sender) {
    return verifying(name, password, sender, () -> false);
  }

  private CompletableFuture<Verification> verifying(
      String name, String password, Sender sender, BooleanSupplier isGone) {
    String secret = "Basic " + name + ":" + password;
    return verification.verify(new Credentials.Password(name, password, secret), sender, isGone);
  }

  private Verification verify(String password, String address) {
    return verifying(CLERK.name(), password, address).join();
  }

  private void later(Duration time) {
    clock.addAndGet(time.toNanos());
  }

  @Test
  void remembersARightPasswordForAMinuteUnlessTheSourceHasChanged() {
    Verification known = new Verification.Known(CLERK);
    assertThat(verify("right", HERE)).isEqualTo(known);
    assertThat(verifying(CLERK.name(), "right", HERE).isDone()).isTrue();
    assertThat(asked).hasValue(1);
    edition.set(1);
    assertThat(verify("right", HERE)).isEqualTo(known);
    assertThat(asked).hasValue(2);
    later(Duration.ofSeconds(61));
    assertThat(verify("right", HERE)).isEqualTo(known);
    assertThat(asked).hasValue(3);
    assertThat(verify("wrong", HERE)).isEqualTo(new Verification.Wrong());
    assertThat(verifying("ines-tallo", "wright", HERE).join()).isEqualTo(new Verification.Wrong());
  }

  @Test
  void anAddressWithManyWrongPasswordsHasToWaitLongerAndLonger() {
    for (int i = 0; i < 6; i++) {
      assertThat(verifying("name" + i, "x", HERE).join()).isEqualTo(new Verification.Wrong());
    }
    int before = asked.get();
    assertThat(verify("right", HERE)).isInstanceOf(Verification.TooOften.class);
    assertThat(asked).hasValue(before);
    assertThat(verify("right", "192.0.2.2")).isInstanceOf(Verification.Known.class);
    assertThat(verify("right", HERE))
        .as("verified a moment ago")
        .isInstanceOf(Verification.Known.class);
    Duration longest = Duration.ZERO;
    for (int i = 0; i < 20; i++) {
      later(longest);
      verifying("name", "x" + i, HERE).join();
      Verification refused = verifying("other", "x", HERE).join();
      longest = ((Verification.TooOften) refused).pause();
    }
    assertThat(longest).isEqualTo(Duration.ofSeconds(30));
    later(Duration.ofMinutes(16));
    assertThat(verifying("name", "x", HERE).join()).isEqualTo(new Verification.Wrong());
    assertThat(verifying("name", "y", HERE).join()).isEqualTo(new Verification.Wrong());
  }

  @ParameterizedTest
  @ValueSource(strings = {"127.0.0.1", "::1"})
  void anAddressOfManyCallersIsNotMadeToWait(String shared) {
    for (int i = 0; i < 20; i++) {
      assertThat(verifying("name" + i, "x", shared).join()).isEqualTo(new Verification.Wrong());
    }
    // What an unnamed proxy on this machine passes on does not come from this machine.
    for (int i = 0; i < 6; i++) {
      verifying("other" + i, "x", new Sender(shared, true)).join();
    }
    assertThat(verifying("other", "x", new Sender(shared, true)).join())
        .isInstanceOf(Verification.TooOften.class);
    assertThat(verify("right", shared)).isInstanceOf(Verification.Known.class);
  }

  @ParameterizedTest
  @ValueSource(strings = {"broken", "error"})
  void aSourceThatFailsIsBusyAndNothingIsRemembered(String name) {
    assertThat(verifying(name, "x", HERE).join()).isEqualTo(new Verification.Busy());
    assertThat(verifying(name, "x", HERE).join()).isEqualTo(new Verification.Busy());
    assertThat(asked).hasValue(2);
    isEditionBroken = true;
    assertThat(verify("right", HERE)).isEqualTo(new Verification.Busy());
  }

  @Test
  void verifiesTheSameCredentialsOnceAndABoundedNumberOfOthers() {
    isGated = true;
    List<CompletableFuture<Verification>> same = new ArrayList<>();
    for (int i = 0; i < 500; i++) {
      same.add(verifying(CLERK.name(), "right", HERE));
    }
    List<CompletableFuture<Verification>> others = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      others.add(verifying("name" + i, "x", "192.0.2." + i));
    }
    long refused = others.stream().filter(CompletableFuture::isDone).count();
    // A thread may not have begun yet.
    assertThat(refused).isBetween(200L - 1 - 64, 200L - 64);
    gate.release(PLENTY);
    assertThat(same)
        .allSatisfy(each -> assertThat(each.join()).isInstanceOf(Verification.Known.class));
    assertThat(others.stream().map(CompletableFuture::join).filter(new Verification.Busy()::equals))
        .hasSize((int) refused);
    assertThat(asked).hasValue(1 + 200 - (int) refused);
  }

  @Test
  void aFloodFromOneAddressKeepsNobodyElseOut() throws Exception {
    isGated = true;
    AtomicBoolean isGone = new AtomicBoolean();
    List<CompletableFuture<Verification>> flood = new ArrayList<>();
    for (int i = 0; i < 100; i++) {
      flood.add(verifying("name" + i, "x", new Sender(HERE, false), isGone::get));
    }
    CompletableFuture<Verification> right = verifying(CLERK.name(), "right", "192.0.2.2");
    assertThat(flood.stream().filter(CompletableFuture::isDone))
        .hasSizeBetween(100 - 2 - 64, 100 - 64 + 1);
    // What nobody waits for any more is not verified.
    isGone.set(true);
    gate.release(PLENTY);
    assertThat(right.get(60, TimeUnit.SECONDS)).isEqualTo(new Verification.Known(CLERK));
    CompletableFuture.allOf(flood.toArray(CompletableFuture[]::new)).join();
    assertThat(asked.get()).as("two that ran, and the right one").isLessThanOrEqualTo(3);
  }

  /** The clerk asks last, and waits only for the two whose verification runs. */
  private void assertClerkIsNext(int before) throws Exception {
    CompletableFuture<Verification> right = verifying(CLERK.name(), "right", HERE);
    gate.release();
    Await.until("the clerk is verified", () -> clerkAsked.get() > before);
    assertThat(clerkAsked.get() - before).as("two that ran, and it").isLessThanOrEqualTo(3);
    gate.release(PLENTY);
    assertThat(right.get(60, TimeUnit.SECONDS)).isEqualTo(new Verification.Known(CLERK));
  }

  @Test
  void addressesThatSentWrongPasswordsGiveWayToOthers() throws Exception {
    for (int i = 0; i < 100; i++) {
      verifying("name" + i, "x", "198.51.100." + i).join();
    }
    int before = asked.get();
    isGated = true;
    List<CompletableFuture<Verification>> flood = new ArrayList<>();
    for (int i = 0; i < 100; i++) {
      flood.add(verifying("other" + i, "x", "198.51.100." + i));
    }
    assertClerkIsNext(before);
    CompletableFuture.allOf(flood.toArray(CompletableFuture[]::new)).join();
  }

  @Test
  void aNameThatWasRightLatelyPassesFirstAlsoFromASlowAddress() throws Exception {
    assertThat(verify("right", HERE)).isInstanceOf(Verification.Known.class);
    for (int i = 0; i < 7; i++) {
      verifying("name" + i, "x", HERE).join();
    }
    assertThat(verifying("other", "x", HERE).join()).isInstanceOf(Verification.TooOften.class);
    later(Duration.ofMinutes(2));
    edition.incrementAndGet();
    isGated = true;
    List<CompletableFuture<Verification>> flood = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      flood.add(verifying("some" + i, "x", "198.51.100." + i));
    }
    int before = asked.get();
    assertClerkIsNext(before);
    CompletableFuture.allOf(flood.toArray(CompletableFuture[]::new)).join();
  }

  @Test
  void aNameWithManyWrongPasswordsIsSlowedAndStillVerified() {
    for (int i = 0; i < 7; i++) {
      verifying(CLERK.name(), "x" + i, "192.0.2." + i).join();
    }
    CompletableFuture<Verification> slowed = verifying(CLERK.name(), "right", "192.0.2.99");
    assertThat(slowed.isDone()).isFalse();
    assertThat(slowed.join()).isEqualTo(new Verification.Known(CLERK));
  }

  @Test
  void whatWaitsWhenTheHostStopsIsBusy() {
    isGated = true;
    List<CompletableFuture<Verification>> waiting = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      waiting.add(verifying("name" + i, "x", HERE));
    }
    verification.close();
    assertThat(Set.copyOf(waiting.stream().map(CompletableFuture::join).toList()))
        .contains(new Verification.Busy())
        .isSubsetOf(new Verification.Busy(), new Verification.Wrong());
  }
}
