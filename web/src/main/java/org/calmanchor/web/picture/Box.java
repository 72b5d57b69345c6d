package org.calmanchor.web.picture;

import java.util.List;

/**
 * A box of a picture.
 *
 * @param kind what it stands for, in small letters above its title
 * @param title its name
 * @param rows the lines below the title
 * @param columns in how many columns the rows stand
 * @param href where the title leads to; empty for nowhere
 */
record Box(String kind, String title, List<Row> rows, int columns, String href) {
  static final int HEAD = 40;
  static final int ROW = 19;
  private static final int SIDE = 10;
  private static final int BETWEEN = 14;

  /** Copies the rows. */
  Box {
    rows = List.copyOf(rows);
  }

  Box(String kind, String title, List<Row> rows, String href) {
    this(kind, title, rows, 1, href);
  }

  /**
   * A line of a box.
   *
   * @param name what stands at its beginning
   * @param type what follows, less prominent; may be empty
   * @param href where it leads to; empty for nowhere
   */
  record Row(String name, String type, String href) {}

  int rowsPerColumn() {
    return (rows.size() + columns - 1) / columns;
  }

  int height() {
    return HEAD + (rows.isEmpty() ? 0 : rowsPerColumn() * ROW + 8);
  }

  int width() {
    int head = Math.max(TextWidth.of(title, 14, true), TextWidth.of(kind, 11, false));
    int all = columns * columnWidth() + (columns - 1) * BETWEEN;
    return Math.max(110, Math.max(head, all) + 2 * SIDE);
  }

  private int columnWidth() {
    return nameWidth() + typeWidth();
  }

  /** The width of the names, with the space after them. */
  private int nameWidth() {
    int names =
        rows.stream().mapToInt(each -> TextWidth.of(each.name(), 12, false)).max().orElse(0);
    return names + (typeWidth() == 0 ? 0 : BETWEEN);
  }

  private int typeWidth() {
    return rows.stream().mapToInt(each -> TextWidth.of(each.type(), 12, false)).max().orElse(0);
  }

  /** Where the name of a row begins, from the left side of the box. */
  int nameX(int row) {
    return SIDE + row / rowsPerColumn() * (columnWidth() + BETWEEN);
  }

  int typeX(int row) {
    return nameX(row) + nameWidth();
  }

  /** The middle of a row, or of the title for -1, from the top of the box. */
  int middle(int row) {
    return row < 0 ? HEAD / 2 : HEAD + row % rowsPerColumn() * ROW + ROW / 2;
  }
}
