/**
 * What hosts remember from one call to the next. Entry type: {@link
 * org.calmanchor.core.stores.HostStores}.
 */
@NullMarked
package org.calmanchor.core.stores;

import org.jspecify.annotations.NullMarked;
