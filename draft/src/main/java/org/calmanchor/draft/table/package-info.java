/**
 * Drafts for tables of a database: records for rows, and a service that finds, reads, creates,
 * updates and deletes them. Entry type: {@link org.calmanchor.draft.table.TableDrafter}.
 */
@NullMarked
package org.calmanchor.draft.table;

import org.jspecify.annotations.NullMarked;
