/**
 * The settings of a host: from a file, the environment and options to one {@link
 * org.calmanchor.configuration.Configuration}, which says where each value came from.
 */
@NullMarked
package org.calmanchor.configuration;

import org.jspecify.annotations.NullMarked;
