// What the server refused, at the place in the form.

import { element } from "./dom.js";
import { membersOf, values } from "./forms.js";

let mistakes = 0;

/** Marks the field, or the item of a list, that a published path of the server points at. */
export function mark(headers, members, problem) {
  let container = problem.path.startsWith("Header/") ? headers : members;
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
  const id = `mistake-${mistakes++}`;
  place.append(element("p", { class: "mistake", id }, `expected ${problem.expected}`));
  const isControl = made?.matches("input, select, textarea");
  const control = isControl ? made : made?.querySelector(":scope > input");
  control?.setAttribute("aria-invalid", "true");
  control?.setAttribute("aria-describedby", id);
}

export function unmark(section) {
  for (const control of section.querySelectorAll("[aria-invalid]")) {
    control.removeAttribute("aria-invalid");
    control.removeAttribute("aria-describedby");
  }
  section.querySelectorAll(".mistake").forEach((mistake) => mistake.remove());
}
