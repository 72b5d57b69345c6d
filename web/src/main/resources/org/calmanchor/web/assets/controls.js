// Controls of single values: texts, files, choices.

import { element } from "./dom.js";

/** Texts of more lines than this scroll. */
const MOST_LINES = 12;

/** Lets a new control do what its kind does; `changed` is told of what no event tells. */
export function makeReady(kind, made, changed) {
  if (kind === "binary") {
    made.querySelector("input").addEventListener("change", () => readFile(made, changed));
    sizeOf(made, "an example");
  } else if (kind === "date") {
    pickable(made, changed);
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
  if (kind === "binary") return made.dataset.value;
  return kind === "date" ? made.querySelector("input").value : made.value;
}

/** Puts a text into a control. */
export function putText(kind, made, text) {
  if (kind === "binary") {
    made.dataset.value = text;
    sizeOf(made, "from before");
    return;
  }
  if (kind === "date") {
    made.querySelector("input").value = text;
    return;
  }
  if (kind === "choice" && ![...made.options].some((option) => option.value === text)) {
    // A value that is no choice is shown all the same: it was sent, or came back.
    made.append(element("option", { value: text }, text));
  }
  made.value = text;
  if (kind === "prose") grow(made);
}

/** The first date below a control that cannot be one; undefined for none. */
export function misfit(made) {
  const dates = [...made.querySelectorAll(".calendar > input:first-child")];
  return dates.find((date) => date.value !== "" && !/^-?\d{4,}-\d\d-\d\d(Z|[+-]\d\d:\d\d)?$/.test(date.value))
    ?.value;
}

/** A date is typed as it goes over the wire, or chosen in the browser's calendar. */
function pickable(made, changed) {
  const [text, picker] = made.querySelectorAll("input");
  made.querySelector("[data-pick]").addEventListener("click", () => {
    picker.value = text.value;
    picker.showPicker();
  });
  picker.addEventListener("change", (event) => {
    event.stopPropagation();
    text.value = picker.value;
    text.focus();
    changed();
  });
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
