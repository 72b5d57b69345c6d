/** Requests that came through a proxy which is trusted to say where they are from. */
@NullMarked
package org.calmanchor.web.proxy;

import org.jspecify.annotations.NullMarked;
