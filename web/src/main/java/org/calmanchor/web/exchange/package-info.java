/**
 * The last exchanges with all callers, for the test page. Entry type: {@link
 * org.calmanchor.web.exchange.ExchangeLog}. Secrets are masked.
 */
@NullMarked
package org.calmanchor.web.exchange;

import org.jspecify.annotations.NullMarked;
