// Many values at once, out of the clipboard: lines for a list, rows for a list of structures.

import { button, element } from "./dom.js";

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
