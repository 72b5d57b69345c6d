/** Private keys with their certificates, for hosts and clients. */
@NullMarked
package org.calmanchor.core.keys;

import org.jspecify.annotations.NullMarked;
