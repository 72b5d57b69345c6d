package org.calmanchor.web.picture;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.calmanchor.web.picture.Diagram.Edge;

/**
 * Places the boxes of a diagram in columns, so that lines lead from left to right. A box stands
 * right of all that lead to it, but for circles.
 */
final class Layers {
  private static final int MARGIN = 16;
  private static final int GAP_X = 64;
  private static final int GAP_Y = 16;

  private final Diagram diagram;
  private final int[] layer;
  private final int[] x;
  private final int[] y;
  private int width;
  private int height;

  private Layers(Diagram diagram) {
    this.diagram = diagram;
    int count = diagram.boxes().size();
    this.layer = new int[count];
    this.x = new int[count];
    this.y = new int[count];
  }

  static Layers of(Diagram diagram) {
    Layers layers = new Layers(diagram);
    layers.findLayers();
    layers.place();
    return layers;
  }

  int x(int box) {
    return x[box];
  }

  int y(int box) {
    return y[box];
  }

  int width() {
    return width;
  }

  int height() {
    return height;
  }

  /** Whether a line leads to a box in a column further right. */
  boolean leadsRight(Edge edge) {
    return layer[edge.to()] > layer[edge.from()];
  }

  private void findLayers() {
    List<Integer> order = new ArrayList<>();
    boolean[] visited = new boolean[layer.length];
    for (int box = 0; box < layer.length; box++) {
      visit(box, visited, order);
    }
    int[] place = new int[layer.length];
    for (int i = 0; i < order.size(); i++) {
      place[order.get(i)] = i;
    }
    for (int box : order) {
      for (Edge edge : diagram.from(box)) {
        // A line to a box that comes earlier closes a circle.
        if (place[edge.to()] > place[box]) {
          layer[edge.to()] = Math.max(layer[edge.to()], layer[box] + 1);
        }
      }
    }
  }

  /** Adds the box before all that it leads to, but for circles. */
  private void visit(int box, boolean[] visited, List<Integer> order) {
    if (visited[box]) {
      return;
    }
    visited[box] = true;
    List<Edge> edges = diagram.from(box);
    for (int i = edges.size() - 1; i >= 0; i--) {
      visit(edges.get(i).to(), visited, order);
    }
    order.add(0, box);
  }

  private void place() {
    int columns = Arrays.stream(layer).max().orElse(0) + 1;
    int left = MARGIN;
    for (int column = 0; column < columns; column++) {
      List<Integer> boxes = column(column);
      int top = MARGIN;
      int widest = 0;
      for (int box : boxes) {
        Box shown = diagram.boxes().get(box);
        x[box] = left;
        y[box] = Math.max(top, (int) wish(box));
        top = y[box] + shown.height() + GAP_Y;
        widest = Math.max(widest, shown.width());
        height = Math.max(height, y[box] + shown.height() + MARGIN);
      }
      left += widest + GAP_X;
    }
    width = left - GAP_X + MARGIN;
  }

  private List<Integer> column(int column) {
    List<Integer> boxes = new ArrayList<>();
    for (int box = 0; box < layer.length; box++) {
      if (layer[box] == column) {
        boxes.add(box);
      }
    }
    boxes.sort(Comparator.comparingDouble(this::wish));
    return boxes;
  }

  /** Where a box would stand if its lines were level, on average. */
  private double wish(int box) {
    return diagram.edges().stream()
            .filter(edge -> edge.to() == box && layer[edge.from()] < layer[box])
            .mapToInt(edge -> y[edge.from()] + diagram.boxes().get(edge.from()).middle(edge.row()))
            .average()
            .orElse(MARGIN)
        - Box.HEAD / 2.0;
  }
}
