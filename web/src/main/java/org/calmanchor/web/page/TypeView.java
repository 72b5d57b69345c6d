package org.calmanchor.web.page;

import java.util.List;

/**
 * A structure for which the page creates form fields on demand.
 *
 * @param id what tells it from others on the page
 * @param fields its members
 */
public record TypeView(String id, List<FieldView> fields) {}
