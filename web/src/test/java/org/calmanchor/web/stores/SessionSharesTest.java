package org.calmanchor.web.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.session.SessionOwner;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions.Session;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Ten sessions, of which a caller or an address may have four. */
class SessionSharesTest {
  private static final String PROXY = "192.0.2.9";

  private final List<Object> closed = new CopyOnWriteArrayList<>();
  private final Semaphore closings = new Semaphore(0);
  private final SessionPlan plan = new SessionPlan(Berth.class, "berths", Berth::new, null);
  private final MemorySessions sessions = sessions(10);

  private final class Berth implements AutoCloseable {
    @Override
    public void close() {
      closed.add(this);
      closings.release();
    }
  }

  private static MemorySessions sessions(int most) {
    return new MemorySessions(
        Limits.DEFAULT.with(Limit.SESSIONS, most).with(Limit.SESSIONS_PER_CALLER, 4),
        new ExemptAddresses(Set.of(PROXY), true));
  }

  @AfterEach
  void close() {
    sessions.close();
  }

  private Session begin(String caller, String address) {
    return enter(null, caller, address);
  }

  private Session enter(String id, String caller, String address) {
    Session entered =
        sessions.enter(plan, id, new SessionOwner(caller, address)).toCompletableFuture().join();
    entered.leave();
    return entered;
  }

  private List<String> beginMany(int count, String caller, String address) {
    return IntStream.range(0, count).mapToObj(i -> begin(caller, address).id()).toList();
  }

  private List<String> kept(List<String> ids, String caller, String address) {
    return ids.stream().filter(id -> isKept(id, caller, address)).toList();
  }

  private boolean isKept(String id, String caller, String address) {
    return enter(id, caller, address).id().equals(id);
  }

  private static String addressOf(int host) {
    return "198.51.100." + host;
  }

  private void awaitClosed(int count) throws InterruptedException {
    assertThat(closings.tryAcquire(count, 60, TimeUnit.SECONDS)).isTrue();
    assertThat(closings.availablePermits()).isZero();
  }

  @Test
  void theOwnersSessionEndsThatWasNotUsedForLongest() throws Exception {
    for (SessionOwner owner :
        List.of(new SessionOwner("bram-oakes", ""), new SessionOwner("", addressOf(1)))) {
      List<String> first = beginMany(4, owner.caller(), owner.address());
      assertThat(isKept(first.get(0), owner.caller(), owner.address())).isTrue();
      begin(owner.caller(), owner.address());
      assertThat(isKept(first.get(0), owner.caller(), owner.address())).isTrue();
      assertThat(isKept(first.get(2), owner.caller(), owner.address())).isTrue();
    }
    awaitClosed(2);
  }

  @Test
  void sessionsOfNobodyAreRefusedWhenThereAreTooMany() {
    beginMany(4, "", addressOf(1));
    beginMany(4, "", addressOf(2));
    List<String> innocent = beginMany(2, "", addressOf(3));
    for (String address : List.of(addressOf(3), addressOf(4), PROXY, "127.0.0.1")) {
      assertThatThrownBy(() -> begin("", address))
          .isInstanceOf(Refusal.class)
          .hasMessageContaining("as many sessions as may be kept");
    }
    // An address with a full share only harms itself.
    begin("", addressOf(1));
    assertThat(kept(innocent, "", addressOf(3))).isEqualTo(innocent);
  }

  @Test
  void sessionsOfCallersReplaceThoseOfNobody() {
    beginMany(3, "idris-vane", "");
    beginMany(4, "", addressOf(1));
    List<String> later = beginMany(3, "", addressOf(2));
    List<String> hers = beginMany(4, "bram-oakes", "");
    assertThat(kept(hers, "bram-oakes", "")).isEqualTo(hers);
    assertThat(kept(later, "", addressOf(2))).isEqualTo(later);
  }

  @Test
  void aNetworkOfIpv6IsOneAddressAndASiteIsFour() throws Exception {
    for (String form : List.of("2001:db8:1:1::%x", "2001:db8:1:%x::1")) {
      int share = form.endsWith("1") ? 16 : 4;
      try (MemorySessions many = sessions(100)) {
        for (int i = 0; i < 30; i++) {
          SessionOwner owner = new SessionOwner("", String.format(form, i));
          many.enter(plan, null, owner).toCompletableFuture().join().leave();
        }
        awaitClosed(30 - share);
      }
      // Its end closes the others.
      awaitClosed(share);
    }
  }

  @Test
  void aSessionThatACallIsInEndsAfterTheCall() throws Exception {
    Session busy =
        sessions.enter(plan, null, new SessionOwner("", addressOf(1))).toCompletableFuture().join();
    beginMany(5, "", addressOf(1));
    assertThat(closed).doesNotContain(busy.target());
    busy.leave();
    awaitClosed(2);
    assertThat(closed).contains(busy.target());
  }
}
