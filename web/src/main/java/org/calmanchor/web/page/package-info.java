/**
 * The pages: views made from a contract, templates that render them, typed outcomes for the test
 * page. Entry types: {@link org.calmanchor.web.page.Pages}, {@link
 * org.calmanchor.web.page.ServiceSite}. Imports core's exported packages; HTML is in the templates
 * only.
 */
@NullMarked
package org.calmanchor.web.page;

import org.jspecify.annotations.NullMarked;
