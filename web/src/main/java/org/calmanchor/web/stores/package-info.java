/** What a host remembers in its own memory. */
@NullMarked
package org.calmanchor.web.stores;

import org.jspecify.annotations.NullMarked;
