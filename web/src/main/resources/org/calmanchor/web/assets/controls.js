// Controls of single values: texts, files, choices.

import { element } from "./dom.js";

/** Texts of more lines than this scroll. */
const MOST_LINES = 12;

/** Lets a new control do what its kind does; `changed` is told of what no event tells. */
export function makeReady(kind, made, changed) {
  if (kind === "binary") {
    made.querySelector("input").addEventListener("change", () => readFile(made, changed));
  } else if (kind === "prose") {
    made.addEventListener("input", () => grow(made));
    made.addEventListener("keydown", (event) => {
      if (event.key === "Enter" && !event.shiftKey && !event.isComposing) {
        event.preventDefault();
        made.form.requestSubmit();
      }
    });
  }
}

/** The text of a control, as it goes over the wire. */
export function textOf(kind, made) {
  return kind === "binary" ? made.dataset.value : made.value;
}

/** Puts a text into a control. */
export function putText(kind, made, text) {
  if (kind === "binary") {
    made.dataset.value = text;
    sizeOf(made, "from before");
    return;
  }
  if (kind === "choice" && ![...made.options].some((option) => option.value === text)) {
    // A value that is no choice is shown all the same: it was sent, or came back.
    made.append(element("option", { value: text }, text));
  }
  made.value = text;
  if (kind === "prose") grow(made);
}

/** Shows all lines of a text, if there are not too many. */
function grow(made) {
  made.rows = Math.min(MOST_LINES, made.value.split("\n").length);
}

function readFile(made, changed) {
  const file = made.querySelector("input").files[0];
  if (!file) return;
  const reader = new FileReader();
  reader.addEventListener("load", () => {
    made.dataset.value = reader.result.slice(reader.result.indexOf(",") + 1);
    sizeOf(made, file.name);
    changed();
  });
  reader.readAsDataURL(file);
}

function sizeOf(made, name) {
  const bytes = Math.floor((made.dataset.value.replace(/=+$/, "").length * 3) / 4);
  made.querySelector("[data-size]").textContent = `${name}, ${bytes.toLocaleString("en")} bytes`;
}
