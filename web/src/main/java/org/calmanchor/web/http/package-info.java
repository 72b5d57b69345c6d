/**
 * HTTP without a server: a request and a response as any server can give them, queries, content
 * codings, and the kinds of answers that are not SOAP. Entry types: {@link
 * org.calmanchor.web.http.HttpRequest}, {@link org.calmanchor.web.http.HttpResponse}.
 */
@NullMarked
package org.calmanchor.web.http;

import org.jspecify.annotations.NullMarked;
