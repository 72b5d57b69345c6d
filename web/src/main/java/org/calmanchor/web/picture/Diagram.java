package org.calmanchor.web.picture;

import java.util.ArrayList;
import java.util.List;

/** Boxes, and lines between them. */
final class Diagram {
  private final List<Box> boxes = new ArrayList<>();
  private final List<Edge> edges = new ArrayList<>();

  /**
   * A line from a row of a box to another box.
   *
   * @param from the number of the box where it begins
   * @param row the row; -1 for the title
   * @param to the number of the box where it ends
   * @param isDashed whether it stands for a derivation rather than a use
   */
  record Edge(int from, int row, int to, boolean isDashed) {}

  /** Adds a box and returns its number. */
  int add(Box box) {
    boxes.add(box);
    return boxes.size() - 1;
  }

  void replace(int number, Box box) {
    boxes.set(number, box);
  }

  void connect(int from, int row, int to, boolean isDashed) {
    edges.add(new Edge(from, row, to, isDashed));
  }

  List<Box> boxes() {
    return boxes;
  }

  List<Edge> edges() {
    return edges;
  }

  List<Edge> from(int box) {
    return edges.stream().filter(edge -> edge.from() == box).toList();
  }
}
