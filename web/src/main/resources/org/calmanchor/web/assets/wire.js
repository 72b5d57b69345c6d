// Shows messages: tags apart from text, a line for each element, folded where asked. It only shows;
// nothing is ever read from a message here.

import { element } from "./dom.js";

const TOKEN = /(<!--[\s\S]*?-->|<!\[CDATA\[[\s\S]*?\]\]>|<(?:"[^"]*"|'[^']*'|[^>"'])*>)/;

/** Longer messages are shown as they are: a page with that many lines would only be slow. */
const MOST_CHARACTERS = 400_000;

/** The lines of a message: how deep each is, and its pieces. */
function lines(message) {
  const pieces = message.split(TOKEN).filter((piece) => piece !== "");
  const made = [];
  let depth = 0;
  for (let i = 0; i < pieces.length; i++) {
    const piece = pieces[i];
    if (!piece.startsWith("<") && piece.trim() === "") continue;
    if (/^<\//.test(piece)) {
      made.push({ depth: --depth, pieces: [piece] });
    } else if (/^<[^!?]/.test(piece) && !piece.endsWith("/>")) {
      const [text, end] = [pieces[i + 1] ?? "", pieces[i + 2] ?? ""];
      if (/^<\//.test(text)) {
        made.push({ depth, pieces: [piece, text] });
        i += 1;
      } else if (!text.startsWith("<") && /^<\//.test(end)) {
        made.push({ depth, pieces: [piece, text, end] });
        i += 2;
      } else {
        made.push({ depth: depth++, pieces: [piece], isOpening: true });
      }
    } else {
      made.push({ depth, pieces: [piece] });
    }
  }
  return made;
}

/** A tag with each of its namespace declarations on a line of its own, where there are several. */
const declared = (piece) =>
  (piece.match(/\sxmlns/g)?.length ?? 0) > 1 ? piece.replace(/\s+(?=xmlns)/g, "\n") : piece;

/** Shows a message in an element of preformatted text. */
export function paint(pre, message) {
  if (!message.startsWith("<") || message.length > MOST_CHARACTERS) {
    pre.replaceChildren(message);
    return;
  }
  const rows = lines(message).map((line) => {
    const row = element(
      "span",
      { class: "row" },
      "  ".repeat(Math.max(0, line.depth)),
      ...line.pieces.map((piece) =>
        element("span", { class: piece.startsWith("<") ? "tag" : "literal" }, declared(piece)),
      ),
      "\n",
    );
    row.depth = line.depth;
    row.style.setProperty("--depth", Math.max(0, line.depth));
    if (line.isOpening) foldable(row, line.pieces[0]);
    return row;
  });
  pre.replaceChildren(...rows);
}

function foldable(row, tag) {
  const name = tag.match(/^<([^\s>]+)/)[1];
  const toggle = element("button", {
    type: "button",
    class: "fold",
    "aria-expanded": "true",
    "aria-label": `Fold ${name}`,
  });
  toggle.addEventListener("click", () => {
    const isOpen = toggle.getAttribute("aria-expanded") !== "true";
    toggle.setAttribute("aria-expanded", String(isOpen));
    for (let at = row.nextElementSibling; at && at.depth > row.depth; at = at.nextElementSibling) {
      at.hidden = !isOpen;
      if (isOpen) at.querySelector(":scope > .fold")?.setAttribute("aria-expanded", "true");
    }
  });
  row.prepend(toggle);
}

/** The message with a line for each element, as it is compared line by line. */
export const laidOut = (message) =>
  lines(message).map((line) => "  ".repeat(Math.max(0, line.depth)) + line.pieces.join(""));

/**
 * Two lists of lines as one, each line in one of them, the other, or both: the longest common
 * subsequence. The page loads no script from elsewhere, so there is no library for it.
 */
export function differing(before, after) {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  const most = Math.min(before.length, after.length) - start;
  while (end < most && before[before.length - 1 - end] === after[after.length - 1 - end]) end++;
  const same = (lines) => lines.map((text) => ({ sign: " ", text }));
  return [
    ...same(before.slice(0, start)),
    ...merged(before.slice(start, before.length - end), after.slice(start, after.length - end)),
    ...same(before.slice(before.length - end)),
  ];
}

/** Beyond so many pairs of lines the search would stop the page; all lines then count as changed. */
const MOST_PAIRS = 4_000_000;

function merged(before, after) {
  if (before.length * after.length > MOST_PAIRS) {
    return [
      ...before.map((text) => ({ sign: "−", text })),
      ...after.map((text) => ({ sign: "+", text })),
    ];
  }
  return subsequence(before, after);
}

function subsequence(before, after) {
  const common = Array.from({ length: before.length + 1 }, () => new Uint16Array(after.length + 1));
  for (let i = before.length - 1; i >= 0; i--) {
    for (let j = after.length - 1; j >= 0; j--) {
      common[i][j] =
        before[i] === after[j]
          ? common[i + 1][j + 1] + 1
          : Math.max(common[i + 1][j], common[i][j + 1]);
    }
  }
  const merged = [];
  let [i, j] = [0, 0];
  while (i < before.length || j < after.length) {
    if (i < before.length && j < after.length && before[i] === after[j]) {
      merged.push({ sign: " ", text: before[i++] });
      j++;
    } else if (j < after.length && (i === before.length || common[i][j + 1] > common[i + 1][j])) {
      merged.push({ sign: "+", text: after[j++] });
    } else {
      merged.push({ sign: "−", text: before[i++] });
    }
  }
  return merged;
}

/** How many equal lines are shown around a difference, and how many lines at most. */
const AROUND = 4;
const MOST_LINES = 2000;

/** The differing lines with some equal ones around them. */
function shortened(all) {
  const near = all.map((_, i) =>
    all.slice(Math.max(0, i - AROUND), i + AROUND + 1).some((line) => line.sign !== " "),
  );
  const some = all.length <= 200 ? all : all.filter((_, i) => near[i]);
  return some.length <= MOST_LINES
    ? some
    : [...some.slice(0, MOST_LINES), { sign: " ", text: `… and ${some.length - MOST_LINES} more lines` }];
}

/** Shows what two messages have in common and what not. */
export function difference(before, after) {
  const [a, b] = [laidOut(before), laidOut(after)];
  const all = differing(a, b);
  if (all.every((line) => line.sign === " ")) {
    return element("p", { class: "quiet" }, "They are equal, line by line.");
  }
  const kinds = { "+": "added", "−": "removed", " ": "same" };
  return element(
    "pre",
    { class: "wire diff", tabindex: "0", "aria-label": "Line by line" },
    ...shortened(all).map((line) =>
      element("span", { class: `row ${kinds[line.sign]}` }, `${line.sign} ${line.text}\n`),
    ),
  );
}
