/** Callers by WS-Security username tokens in messages. */
@NullMarked
package org.calmanchor.core.usernametoken;

import org.jspecify.annotations.NullMarked;
