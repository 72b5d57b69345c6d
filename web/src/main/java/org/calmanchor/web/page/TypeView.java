package org.calmanchor.web.page;

import java.util.List;

/**
 * A structure, of which the page makes forms when they are needed.
 *
 * @param id what tells it from others on the page
 * @param fields its members
 */
public record TypeView(String id, List<FieldView> fields) {}
