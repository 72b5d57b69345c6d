/**
 * The services of a host inside a servlet container (Jakarta Servlet 6): the container's requests
 * and responses as the site sees them, and how a container finds services.
 */
@NullMarked
package org.calmanchor.servlet;

import org.jspecify.annotations.NullMarked;
