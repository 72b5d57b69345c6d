package org.calmanchor.web.page;

import java.util.List;

/**
 * A named structure, of which the page makes forms when they are needed.
 *
 * @param name its name
 * @param fields its members
 */
public record TypeView(String name, List<FieldView> fields) {}
