// Structures within structures can be folded.

import { button } from "./dom.js";

/** Structures deeper than this are folded at first. */
const OPEN_DEPTH = 3;

/** Gives a structure a button that folds its values. */
export function foldable(field, values) {
  const name = field.querySelector(":scope > .label > .name").textContent;
  let depth = 0;
  for (let at = field.parentElement.closest(".field"); at; at = at.parentElement.closest(".field")) {
    depth++;
  }
  const fold = button("", () => set(values.classList.contains("folded")), {
    class: "fold",
    "aria-label": `Fold ${name}`,
  });
  const set = (isOpen) => {
    values.classList.toggle("folded", !isOpen);
    fold.setAttribute("aria-expanded", String(isOpen));
  };
  field.querySelector(":scope > .label").prepend(fold);
  set(depth < OPEN_DEPTH);
}
