/**
 * The embedded host. Entry type: {@link org.calmanchor.host.SoapHost}. The only room, with the
 * servlet's, that knows a server; everything it does with a request is in web.
 */
@NullMarked
package org.calmanchor.host;

import org.jspecify.annotations.NullMarked;
