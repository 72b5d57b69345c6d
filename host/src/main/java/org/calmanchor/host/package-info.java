/**
 * The embedded host. Entry type: {@link org.calmanchor.host.SoapHost}. The only package that uses
 * the server's classes; requests are handled in web.
 */
@NullMarked
package org.calmanchor.host;

import org.jspecify.annotations.NullMarked;
