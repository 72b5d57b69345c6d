/**
 * The report of a run of checks as an HTML file. Entry type: {@link
 * org.calmanchor.web.report.CheckReportFile}.
 */
@NullMarked
package org.calmanchor.web.report;

import org.jspecify.annotations.NullMarked;
