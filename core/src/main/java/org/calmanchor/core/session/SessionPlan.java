package org.calmanchor.core.session;

import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * What sessions of one service need, planned once.
 *
 * @param type the class of its objects
 * @param service the name by which its sessions are told from those of other services
 * @param factory makes the object of a session
 * @param state writes and reads the state of an object; null if the class does not give it
 */
public record SessionPlan(
    Class<?> type, String service, Supplier<?> factory, @Nullable StateCodec state) {}
