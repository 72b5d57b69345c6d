package org.calmanchor.callers;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.access.Access;
import org.jspecify.annotations.Nullable;

/**
 * What the text of a file of callers says. Immutable.
 *
 * @param file what it is called in problems
 * @param text the text itself
 * @param line that of "callers:", from 1
 * @param isBlock whether the callers stand on lines of their own, not in braces
 * @param entries the callers by name, in the order of the file
 * @param tokens which tokens count; null for none
 * @param takesUsernameTokens whether names and passwords may come as username tokens, too
 * @param operations who may call, by "Service" or "Service.operation"
 */
record CallersText(
    String file,
    String text,
    int line,
    boolean isBlock,
    Map<String, CallerEntry> entries,
    @Nullable TokenSettings tokens,
    boolean takesUsernameTokens,
    Map<String, Access> operations) {
  /** Copies the maps, in their order. */
  CallersText {
    entries = Collections.unmodifiableMap(new LinkedHashMap<>(entries));
    operations = Collections.unmodifiableMap(new LinkedHashMap<>(operations));
  }
}
