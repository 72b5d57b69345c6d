// Many values at once, out of the clipboard: lines for a list, rows for a list of structures.

import { button, element } from "./dom.js";
import { fieldsOfStructure } from "./structures.js";

/**
 * Opens a box for pasted text behind a button. What `take` makes of the text is a mistake to show,
 * or null when it could be used.
 */
export function pasteBox(opener, { label, hint, action, take }) {
  const text = element("textarea", { rows: "4", "aria-label": label, spellcheck: "false" });
  const mistake = element("p", { class: "error", role: "alert" });
  mistake.hidden = true;
  const close = () => {
    box.remove();
    opener.focus();
  };
  const box = element(
    "div",
    { class: "lines-box" },
    element("p", { class: "said" }, hint),
    text,
    mistake,
    button(action, () => {
      mistake.textContent = take(text.value) ?? "";
      mistake.hidden = mistake.textContent === "";
      if (mistake.hidden) close();
    }),
    button("Leave it", close),
  );
  opener.parentElement.after(box);
  text.focus();
}

/** The lines of a text that hold something. */
export const linesOf = (text) => text.split(/\r?\n/).filter((line) => line.trim() !== "");

/**
 * The cells of pasted rows: told apart by tabs, as a spreadsheet copies them, else by semicolons or
 * commas. The first line may name the columns, in an order of its own.
 */
export function rowsOf(text, columns) {
  const lines = linesOf(text);
  const separator = ["\t", ";", ","].find((each) => lines.some((line) => line.includes(each)));
  const rows = lines.map((line) =>
    (separator ? line.split(separator) : [line]).map((cell) => cell.trim()),
  );
  const isNamed = rows.length > 0 && rows[0].every((cell) => columns.includes(cell));
  const order = isNamed ? rows.shift() : columns;
  const wide = rows.findIndex((row) => row.length > order.length);
  if (wide >= 0) {
    const line = wide + (isNamed ? 2 : 1);
    const cells = `${rows[wide].length} cells`;
    return { mistake: `Line ${line} has ${cells}, a row takes ${order.length}: ${order.join(", ")}.` };
  }
  return { rows: rows.map((row) => new Map(row.map((cell, i) => [order[i], cell]))) };
}

/** Takes several lines at once, an item of the list each. */
export function pasteLines(opener, taken) {
  pasteBox(opener, {
    label: "One item on each line",
    hint: "One item on each line.",
    action: "Add the lines as items",
    take: (text) => taken(linesOf(text).map((item) => item.trim())),
  });
}

/** Takes a table's rows at once, an item of the list each. */
export function pasteRows(field, opener, taken) {
  const row = fieldsOfStructure(field.dataset.structure);
  const cells = [...row.content.children].filter((each) => each.dataset.control !== "structure");
  const nameOf = (each) => each.querySelector(".name").textContent;
  const keys = new Map(cells.map((each) => [nameOf(each), each.dataset.key]));
  // A row that is a list itself takes all the cells there are.
  const list = cells.length === 1 && cells[0].dataset.repeats === "true" ? cells[0] : null;
  const single = cells.filter((each) => each.dataset.repeats !== "true").map(nameOf);
  const treeOf = (values) =>
    Object.fromEntries([...values].filter(([, cell]) => cell !== "").map(([name, cell]) => [keys.get(name), cell]));
  pasteBox(opener, {
    label: "One item on each line, in columns",
    hint: list
      ? "One list on each line, with tabs, semicolons or commas between its items."
      : `One item on each line, with tabs, semicolons or commas between ${single.join(", ")}. A first line with names can change the order.`,
    action: "Add the rows as items",
    take: (text) => {
      if (list) {
        const rows = linesOf(text).map((line) => line.split(/[\t;,]/).map((cell) => cell.trim()));
        return taken(rows.map((items) => ({ [list.dataset.key]: items })));
      }
      const { rows, mistake } = rowsOf(text, single);
      return mistake ?? taken(rows.map(treeOf));
    },
  });
}
