/**
 * HTTP without a server: an {@link org.calmanchor.web.http.HttpRequest} into an {@link
 * org.calmanchor.web.http.HttpResponse}. Entry type: {@link org.calmanchor.web.Site}. Imports
 * core's exported rooms and the pages.
 */
@NullMarked
package org.calmanchor.web;

import org.jspecify.annotations.NullMarked;
