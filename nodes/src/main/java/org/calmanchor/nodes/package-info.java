/**
 * What several hosts of one service share, in Redis: answers that may be given again, and what may
 * be used only once. Entry type: {@link org.calmanchor.nodes.RedisStores}.
 */
@NullMarked
package org.calmanchor.nodes;

import org.jspecify.annotations.NullMarked;
