package org.calmanchor.web.stores;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.limits.AddressGroup;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.session.SessionOwner;
import org.jspecify.annotations.Nullable;

/**
 * Which sessions are kept. Each caller has a share of them, and each address has one for sessions
 * of nobody; beyond it, the owner's session ends that was not used for the longest time. When there
 * are as many sessions as may be, those of callers replace those of nobody. Not safe for several
 * threads.
 */
final class SessionShares {
  /** How many shares all addresses of a site of IPv6 have together. */
  private static final int SHARES_OF_SITE = 4;

  private final int most;
  private final int share;
  private final ExemptAddresses exempt;
  private final Group ofNobody = new Group();
  private final Group ofCallers = new Group();
  private final Map<String, Group> shares = new HashMap<>();

  /** Sessions by their ids, those first that were not used for the longest time. */
  private static final class Group extends LinkedHashMap<String, MemorySession> {
    private static final long serialVersionUID = 1L;

    Group() {
      super(16, 0.75f, true);
    }

    @Nullable MemorySession oldest() {
      return isEmpty() ? null : values().iterator().next();
    }
  }

  /** A share that a session counts for. */
  private record Share(String name, int most) {}

  SessionShares(Limits limits, ExemptAddresses exempt) {
    this.most = (int) limits.value(Limit.SESSIONS);
    this.share = (int) limits.value(Limit.SESSIONS_PER_CALLER);
    this.exempt = exempt;
  }

  /** Whether {@code owner} may begin a session now. */
  boolean hasRoom(SessionOwner owner) {
    return owner.isKnown() || count() < most || oldestOfFullShare(owner) != null;
  }

  int count() {
    return ofNobody.size() + ofCallers.size();
  }

  /** Keeps a session that was used now; returns the one that has to end, or null. */
  @Nullable MemorySession keep(MemorySession session) {
    String id = session.id();
    Group all = group(session.owner());
    MemorySession over = all.containsKey(id) ? null : makeRoom(session.owner());
    all.put(id, session);
    for (Share each : sharesOf(session.owner())) {
      shares.computeIfAbsent(each.name(), name -> new Group()).put(id, session);
    }
    return over;
  }

  /** Keeps a session no longer, if it was kept. */
  void remove(MemorySession session) {
    group(session.owner()).remove(session.id());
    for (Share each : sharesOf(session.owner())) {
      shares.computeIfPresent(
          each.name(),
          (name, group) -> {
            group.remove(session.id());
            return group.isEmpty() ? null : group;
          });
    }
  }

  private @Nullable MemorySession makeRoom(SessionOwner owner) {
    MemorySession over = oldestOfFullShare(owner);
    if (over == null && count() >= most) {
      over = ofNobody.isEmpty() ? ofCallers.oldest() : ofNobody.oldest();
    }
    if (over != null) {
      remove(over);
    }
    return over;
  }

  private @Nullable MemorySession oldestOfFullShare(SessionOwner owner) {
    for (Share each : sharesOf(owner)) {
      Group group = shares.get(each.name());
      if (group != null && group.size() >= each.most()) {
        return group.oldest();
      }
    }
    return null;
  }

  private Group group(SessionOwner owner) {
    return owner.isKnown() ? ofCallers : ofNobody;
  }

  private List<Share> sharesOf(SessionOwner owner) {
    if (owner.isKnown()) {
      return List.of(new Share("caller " + owner.caller(), share));
    }
    String address = owner.address();
    if (exempt.contains(address)) {
      return List.of();
    }
    Share network = new Share(AddressGroup.of(address), share);
    String site = AddressGroup.site(address);
    return site.equals(address)
        ? List.of(network)
        : List.of(network, new Share(site, (int) Math.min(most, (long) share * SHARES_OF_SITE)));
  }
}
