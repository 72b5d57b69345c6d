// Forms: from fields to a plain tree of values, and back.

import { button, element } from "./dom.js";
import { linesOf, pasteBox, rowsOf } from "./paste.js";

/** Structures within structures deeper than this are folded at first. */
const OPEN_DEPTH = 3;

/** Texts of more lines than this scroll. */
const MOST_LINES = 12;

const values = (field) => field.querySelector(":scope > .values");
const isOn = (field, name) => field.querySelector(`:scope > .include > [data-${name}]`)?.checked;
const fieldsOf = (container) => container.querySelectorAll(":scope > .field");

/** Tells whoever listens that what the form stands for has changed. */
function changed(field) {
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

/** Makes the controls of every field directly within a container ready. */
export function prepare(container) {
  for (const field of fieldsOf(container)) {
    const { repeats, required } = field.dataset;
    if (repeats === "true") {
      prepareList(field);
      if (required === "true") addItem(field);
    } else {
      const nil = field.querySelector(":scope > .include > [data-nil]");
      nil?.addEventListener("change", () => (values(field).hidden = nil.checked));
      if (required === "true") {
        show(field);
      } else {
        const include = field.querySelector(":scope > .include > [data-include]");
        include.addEventListener("change", () =>
          include.checked ? show(field) : values(field).replaceChildren(),
        );
      }
    }
    if (field.dataset.control === "structure" && !field.querySelector(":scope > .label .fold")) {
      foldable(field);
    }
  }
}

function foldable(field) {
  const name = field.querySelector(":scope > .label > .name").textContent;
  let depth = 0;
  for (let at = field.parentElement.closest(".field"); at; at = at.parentElement.closest(".field")) {
    depth++;
  }
  const fold = button("", () => set(values(field).classList.contains("folded")), {
    class: "fold",
    "aria-label": `Fold ${name}`,
  });
  const set = (isOpen) => {
    values(field).classList.toggle("folded", !isOpen);
    fold.setAttribute("aria-expanded", String(isOpen));
  };
  field.querySelector(":scope > .label").prepend(fold);
  set(depth < OPEN_DEPTH);
}

function prepareList(field) {
  field.querySelector(":scope > .more > [data-add]").addEventListener("click", () => {
    addItem(field);
    changed(field);
  });
  const lines = field.querySelector(":scope > .more > [data-lines]");
  lines?.addEventListener("click", () => pasteLines(field, lines));
  const rows = field.querySelector(":scope > .more > [data-rows]");
  rows?.addEventListener("click", () => pasteRows(field, rows));
}

/** Takes several lines at once, an item of the list each. */
function pasteLines(field, opener) {
  pasteBox(opener, {
    label: "One item on each line",
    hint: "One item on each line.",
    action: "Make items of the lines",
    take: (text) => {
      for (const item of linesOf(text)) put(field, addItem(field), item.trim());
      changed(field);
      return null;
    },
  });
}

/** Takes a table's rows at once, an item of the list each. */
function pasteRows(field, opener) {
  const row = document.querySelector(`template[data-fields-of="${CSS.escape(field.dataset.structure)}"]`);
  const cells = [...row.content.children].filter((each) => each.dataset.control !== "structure");
  const nameOf = (each) => each.querySelector(".name").textContent;
  const keys = new Map(cells.map((each) => [nameOf(each), each.dataset.key]));
  // A row that is a list itself takes all the cells there are.
  const list = cells.length === 1 && cells[0].dataset.repeats === "true" ? cells[0] : null;
  const single = cells.filter((each) => each.dataset.repeats !== "true").map(nameOf);
  const treeOf = (values) =>
    Object.fromEntries([...values].filter(([, cell]) => cell !== "").map(([name, cell]) => [keys.get(name), cell]));
  pasteBox(opener, {
    label: "One item on each line, its cells apart",
    hint: list
      ? "One list on each line, with tabs, semicolons or commas between its items."
      : `One item on each line, with tabs, semicolons or commas between ${single.join(", ")}. A first line of names may give another order.`,
    action: "Make items of the rows",
    take: (text) => {
      if (list) {
        const rows = linesOf(text).map((line) => line.split(/[\t;,]/).map((cell) => cell.trim()));
        for (const items of rows) put(field, addItem(field), { [list.dataset.key]: items });
      } else {
        const { rows, mistake } = rowsOf(text, single);
        if (mistake) return mistake;
        for (const values of rows) put(field, addItem(field), treeOf(values));
      }
      changed(field);
      return null;
    },
  });
}

/** A new control for one value of a field. */
function control(field) {
  const made = field.querySelector(":scope > template").content.firstElementChild.cloneNode(true);
  if (field.dataset.control === "structure") {
    const kind = made.querySelector(":scope > .kind > [data-kind]");
    if (kind) {
      const members = made.querySelector(":scope > [data-members]");
      kind.addEventListener("change", () => structure(members, kind.value));
      members.dataset.pending = kind.value;
    } else {
      made.dataset.pending = field.dataset.structure;
    }
  } else if (field.dataset.control === "binary") {
    made.querySelector("input").addEventListener("change", () => readFile(field, made));
  } else if (field.dataset.control === "prose") {
    made.addEventListener("input", () => grow(made));
    made.addEventListener("keydown", (event) => {
      if (event.key === "Enter" && !event.shiftKey && !event.isComposing) {
        event.preventDefault();
        made.form.requestSubmit();
      }
    });
  }
  return made;
}

/** Shows all lines of a text, if there are not too many. */
function grow(made) {
  made.rows = Math.min(MOST_LINES, made.value.split("\n").length);
}

/** Puts the fields of a structure into a container. */
function structure(container, id) {
  const fields = document.querySelector(`template[data-fields-of="${CSS.escape(id)}"]`);
  container.replaceChildren(fields.content.cloneNode(true));
  delete container.dataset.pending;
  prepare(container);
}

/** Fills structures that were made before they had a place, so that they know how deep they are. */
function settle(made) {
  const pending = membersOf(made)?.dataset?.pending;
  if (pending) structure(membersOf(made), pending);
}

function readFile(field, made) {
  const file = made.querySelector("input").files[0];
  if (!file) return;
  const reader = new FileReader();
  reader.addEventListener("load", () => {
    made.dataset.value = reader.result.slice(reader.result.indexOf(",") + 1);
    sizeOf(made, file.name);
    changed(field);
  });
  reader.readAsDataURL(file);
}

function sizeOf(made, name) {
  const bytes = Math.floor((made.dataset.value.replace(/=+$/, "").length * 3) / 4);
  made.querySelector("[data-size]").textContent = `${name}, ${bytes.toLocaleString("en")} bytes`;
}

function show(field) {
  const made = control(field);
  values(field).replaceChildren(made);
  settle(made);
  return made;
}

function addItem(field) {
  const name = field.querySelector(":scope > .label > .name").textContent;
  const item = element("div", { class: "item" });
  const move = (isUp) => {
    const other = isUp ? item.previousElementSibling : item.nextElementSibling;
    if (other) isUp ? other.before(item) : other.after(item);
    changed(field);
  };
  const made = control(field);
  item.append(
    made,
    element(
      "span",
      { class: "item-tools" },
      button("↑", () => move(true), { "aria-label": `Move this ${name} up` }),
      button("↓", () => move(false), { "aria-label": `Move this ${name} down` }),
      button("Remove", () => {
        item.remove();
        field.querySelector(":scope > .more > [data-add]").focus();
        changed(field);
      }),
    ),
  );
  values(field).append(item);
  settle(made);
  return made;
}

/** The plain tree of values of all fields directly within a container. */
export function gather(container) {
  const tree = {};
  for (const field of fieldsOf(container)) {
    const held = values(field);
    if (field.dataset.repeats === "true") {
      tree[field.dataset.key] = [...held.children].map((item) => one(field, item.firstElementChild));
    } else if (isOn(field, "nil")) {
      tree[field.dataset.key] = { "xsi:nil": "true" };
    } else if (held.firstElementChild) {
      tree[field.dataset.key] = one(field, held.firstElementChild);
    }
  }
  return tree;
}

/** The value of one control: a text, or a tree with the name of its type where it has a choice. */
function one(field, made) {
  if (field.dataset.control === "binary") return made.dataset.value;
  if (field.dataset.control !== "structure") return made.value;
  const kind = made.querySelector(":scope > .kind > [data-kind]");
  return kind
    ? { "xsi:type": kind.selectedOptions[0].text, ...gather(membersOf(made)) }
    : gather(made);
}

/** The container of a structure's fields: its control, or what follows the choice of its type. */
const membersOf = (made) => made?.querySelector(":scope > [data-members]") ?? made;

/** Puts a tree of values into the fields of a container; what the tree lacks is left out. */
export function fill(container, tree) {
  for (const field of fieldsOf(container)) {
    const value = tree[field.dataset.key];
    const include = field.querySelector(":scope > .include > [data-include]");
    const nil = field.querySelector(":scope > .include > [data-nil]");
    const isNil = value?.["xsi:nil"] === "true";
    if (nil) {
      nil.checked = isNil;
      values(field).hidden = isNil;
    }
    if (field.dataset.repeats === "true") {
      values(field).replaceChildren();
      for (const item of Array.isArray(value) ? value : []) put(field, addItem(field), item);
    } else if (value === undefined && include) {
      include.checked = false;
      values(field).replaceChildren();
    } else if (value !== undefined) {
      if (include) include.checked = !isNil;
      if (!isNil) put(field, show(field), value);
    }
  }
}

/** Shows the fields of a container as they were at first. */
export function reset(container) {
  for (const field of fieldsOf(container)) {
    for (const box of field.querySelectorAll(":scope > .include > input")) box.checked = false;
    const { repeats, required } = field.dataset;
    values(field).hidden = false;
    values(field).replaceChildren();
    if (required === "true") repeats === "true" ? addItem(field) : show(field);
  }
}

/** Puts one value into its control. */
function put(field, made, value) {
  switch (field.dataset.control) {
    case "structure": {
      const kind = made.querySelector(":scope > .kind > [data-kind]");
      const option = [...(kind?.options ?? [])].find((each) => each.text === value["xsi:type"]);
      if (option && option.value !== kind.value) {
        kind.value = option.value;
        structure(membersOf(made), kind.value);
      }
      fill(membersOf(made), value);
      break;
    }
    case "binary":
      made.dataset.value = value;
      sizeOf(made, "from before");
      break;
    case "choice":
      // A value that is no choice is shown all the same: it was sent, or came back.
      if (![...made.options].some((option) => option.value === value)) {
        made.append(element("option", { value }, value));
      }
      made.value = value;
      break;
    case "prose":
      made.value = value;
      grow(made);
      break;
    default:
      made.value = value;
  }
}

/** Puts an example into every field: all that may be sent, one item in each list. */
export function fillWithExample(container, open = []) {
  for (const field of fieldsOf(container)) {
    const { repeats, structure: id } = field.dataset;
    const include = field.querySelector(":scope > .include > [data-include]");
    // A structure within itself would never end.
    if (id && open.includes(id) && (include || repeats === "true")) continue;
    if (repeats === "true") values(field).replaceChildren();
    if (include) include.checked = true;
    const made = repeats === "true" ? addItem(field) : show(field);
    if (id) fillWithExample(membersOf(made), [...open, id]);
  }
}

/** Marks the field that a published path of the server points at. */
export function mark(headers, members, problem) {
  const isHeader = problem.path.startsWith("Header/");
  let container = isHeader ? headers : members;
  let field = null;
  for (const step of problem.path.split("/").slice(1)) {
    const [, name, index] = step.match(/^@?([^[]*)(?:\[(\d+)\])?$/) ?? [];
    const next = container?.querySelector(`:scope > .field[data-key="${CSS.escape(name ?? "")}"]`);
    if (!next) break;
    field = next;
    values(next).classList.remove("folded");
    const held = values(next).children[index ? index - 1 : 0];
    container = membersOf(index ? held?.firstElementChild : held);
  }
  if (!field) return;
  field.classList.add("wrong");
  field.append(element("p", { class: "mistake" }, `expected ${problem.expected}`));
}

export function unmark(section) {
  section.querySelectorAll(".field.wrong").forEach((field) => field.classList.remove("wrong"));
  section.querySelectorAll(".mistake").forEach((mistake) => mistake.remove());
}
