/**
 * HTTP without a server: an {@link org.calmanchor.web.http.HttpRequest} into an {@link
 * org.calmanchor.web.http.HttpResponse}. Entry type: {@link org.calmanchor.web.Site}. Imports
 * core's exported packages and the packages below.
 */
@NullMarked
package org.calmanchor.web;

import org.jspecify.annotations.NullMarked;
