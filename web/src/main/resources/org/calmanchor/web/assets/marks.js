// What the server refused, at the place in the form.

import { element } from "./dom.js";
import { membersOf, values } from "./forms.js";

let mistakes = 0;

/** Marks the field, or the item of a list, that a published path of the server points at. */
export function mark(headerBlocks, members, problem) {
  let container = problem.path.startsWith("Header/") ? headerBlocks : members;
  let place = null;
  let made = null;
  for (const step of problem.path.split("/").slice(1)) {
    const [, name, index] = step.match(/^@?([^[]*)(?:\[(\d+)\])?$/) ?? [];
    const next = container?.querySelector(`:scope > .field[data-key="${CSS.escape(name ?? "")}"]`);
    if (!next) break;
    values(next).classList.remove("folded");
    const held = values(next).children[index ? index - 1 : 0];
    place = index && held ? held : next;
    made = index ? held?.firstElementChild : held;
    container = membersOf(made);
  }
  if (!place) return;
  const isControl = made?.matches("input, select, textarea");
  const control = isControl ? made : made?.querySelector(":scope > input");
  note(place, control, problem.expected, problem.isTyped);
}

function note(place, control, expected, isTyped) {
  const id = `mistake-${mistakes++}`;
  const kind = isTyped ? "mistake typed" : "mistake";
  place.append(element("p", { class: kind, id }, `expected ${expected}`));
  control?.setAttribute("aria-invalid", "true");
  control?.setAttribute("aria-describedby", id);
}

/** Takes marks away: all, or those of a kind. */
export function unmark(section, kind = "") {
  for (const mistake of section.querySelectorAll(`.mistake${kind}`)) {
    for (const control of section.querySelectorAll(`[aria-describedby="${mistake.id}"]`)) {
      control.removeAttribute("aria-invalid");
      control.removeAttribute("aria-describedby");
    }
    mistake.remove();
  }
}
