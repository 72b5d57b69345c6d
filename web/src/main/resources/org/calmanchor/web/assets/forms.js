// Forms: from fields to a plain tree of values, and back.

import { makeReady, misfit, putText, textOf } from "./controls.js";
import { button, element } from "./dom.js";
import { foldable } from "./folding.js";
import { pasteLines, pasteRows } from "./paste.js";
import { fieldsOfStructure } from "./structures.js";

/** A list that must be longer begins with so many items all the same. */
const MOST_ITEMS = 20;

/** The container of a field's controls. */
export const values = (field) => field.querySelector(":scope > .values");
const fieldsOf = (container) => container.querySelectorAll(":scope > .field");

/** Tells whoever listens that what the form stands for has changed. */
function changed(field) {
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

/** Makes the controls of every field directly within a container ready. */
export function prepare(container) {
  for (const field of fieldsOf(container)) {
    if (field.dataset.repeats === "true") {
      prepareList(field);
    } else {
      const nil = nilOf(field);
      nil?.addEventListener("change", () => {
        setNil(field, nil.checked);
        if (!nil.checked && isRequired(field) && !values(field).firstElementChild) show(field);
      });
      const include = includeOf(field);
      include?.addEventListener("change", () => {
        include.checked ? show(field) : values(field).replaceChildren();
        if (include.checked) leaveOutOthers(field);
      });
    }
    begin(field);
    if (field.dataset.control === "structure" && !field.querySelector(":scope > .label .fold")) {
      foldable(field, values(field));
    }
  }
}

const includeOf = (field) => field.querySelector(":scope > .include > [data-include]");
const nilOf = (field) => field.querySelector(":scope > .include > [data-nil]");
const isRequired = (field) => field.dataset.least !== "0";

/** A choice that may be left out: its first option says so, and has no value. */
const isOptionalChoice = (field) => field.dataset.choice === "true";

const branchesOf = (field) => field.dataset.branches.split(" ").filter((each) => each !== "");

/** Whether two fields stand in different branches of one choice. */
function areAlternatives(one, other) {
  const chosen = new Map(branchesOf(one).map((each) => each.split(".")));
  return branchesOf(other).some((each) => {
    const [choice, branch] = each.split(".");
    return chosen.has(choice) && chosen.get(choice) !== branch;
  });
}

const isSent = (field) => values(field).firstElementChild !== null;

/** Of the branches of a choice, only one can be sent. */
function leaveOutOthers(field) {
  for (const other of fieldsOf(field.parentElement)) {
    if (other === field || !areAlternatives(field, other)) continue;
    const include = includeOf(other);
    if (include) include.checked = false;
    if (isOptionalChoice(other)) values(other).firstElementChild.value = "";
    else values(other).replaceChildren();
  }
}

function setNil(field, isNil) {
  nilOf(field).checked = isNil;
  values(field).hidden = isNil;
}

/** Shows what must be sent of a field; nil where a structure would stand within itself. */
function begin(field) {
  if (field.dataset.repeats === "true") {
    addItems(field, Number(field.dataset.least));
  } else if (isOptionalChoice(field)) {
    show(field);
  } else if (isRequired(field)) {
    nilOf(field) && isWithinItself(field) ? setNil(field, true) : show(field);
  }
}

function isWithinItself(field) {
  const { structure: id } = field.dataset;
  return id !== "" && field.parentElement.closest(`.field[data-structure="${CSS.escape(id)}"]`);
}

function prepareList(field) {
  field.querySelector(":scope > .more > [data-add]").addEventListener("click", () => {
    addItem(field);
    leaveOutOthers(field);
    changed(field);
  });
  const lines = field.querySelector(":scope > .more > [data-lines]");
  lines?.addEventListener("click", () => pasteLines(lines, (items) => taken(field, items)));
  const rows = field.querySelector(":scope > .more > [data-rows]");
  rows?.addEventListener("click", () => pasteRows(field, rows, (items) => taken(field, items)));
}

/** Makes items of pasted values; where a control cannot hold one, none is made, and it is said. */
function taken(field, items) {
  const made = [];
  for (const [index, item] of items.entries()) {
    const control = addItem(field);
    made.push(control);
    put(field, control, item);
    const lost = misfit(control.parentElement) ?? missing(item, one(field, control));
    if (lost !== null) {
      for (const each of made) each.closest(".item").remove();
      return `Line ${index + 1}: "${lost}" does not fit its field. Nothing was added.`;
    }
  }
  changed(field);
  return null;
}

/** The first text of a tree that is not in another one, or null for none. */
function missing(given, held) {
  if (typeof given === "string") return given === held ? null : given;
  for (const [key, value] of Object.entries(given)) {
    const lost = missing(value, held?.[key] ?? (Array.isArray(value) ? [] : ""));
    if (lost !== null) return lost;
  }
  return null;
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
  } else {
    makeReady(field.dataset.control, made, () => changed(field));
  }
  return made;
}

/** Puts the fields of a structure into a container. */
function structure(container, id) {
  container.replaceChildren(fieldsOfStructure(id).content.cloneNode(true));
  delete container.dataset.pending;
  prepare(container);
}

/** Fills structures that were made before they had a place, so that they know how deep they are. */
function settle(made) {
  const pending = membersOf(made)?.dataset?.pending;
  if (pending) structure(membersOf(made), pending);
}

function show(field) {
  const made = control(field);
  values(field).replaceChildren(made);
  settle(made);
  return made;
}

/** Adds so many items to a list, though never more than can be seen. */
function addItems(field, count) {
  for (let i = 0; i < Math.min(count, MOST_ITEMS); i++) addItem(field);
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
      button("×", () => {
        item.remove();
        field.querySelector(":scope > .more > [data-add]").focus();
        changed(field);
      }, { "aria-label": `Remove this ${name}` }),
    ),
  );
  values(field).append(item);
  settle(made);
  return made;
}

/** The plain tree of values of all fields directly within a container. */
export function gather(container) {
  // Without a prototype: a member may be named as one of its properties.
  const tree = Object.create(null);
  for (const field of fieldsOf(container)) {
    const held = values(field);
    if (field.dataset.repeats === "true") {
      tree[field.dataset.key] = [...held.children].map((item) => one(field, item.firstElementChild));
    } else if (nilOf(field)?.checked) {
      tree[field.dataset.key] = { "xsi:nil": "true" };
    } else if (isOptionalChoice(field) && held.firstElementChild?.value === "") {
      continue;
    } else if (held.firstElementChild) {
      tree[field.dataset.key] = one(field, held.firstElementChild);
    }
  }
  return tree;
}

/** The value of one control: a text, or a tree with the name of its type where it has a choice. */
function one(field, made) {
  if (field.dataset.control !== "structure") return textOf(field.dataset.control, made);
  const kind = made.querySelector(":scope > .kind > [data-kind]");
  // An item of a content says by its only key which element it is.
  if (field.dataset.content === "true") return gather(membersOf(made));
  return kind
    ? { "xsi:type": kind.selectedOptions[0].text, ...gather(membersOf(made)) }
    : gather(made);
}

/** The container of a structure's fields: its control, or what follows the choice of its type. */
export const membersOf = (made) => made?.querySelector(":scope > [data-members]") ?? made;

/**
 * Puts a tree of values into the fields of a container; what the tree lacks is left out. Required
 * fields that it lacks are emptied, or stay as they are if the tree is of an older form.
 */
export function fill(container, tree, isOlder = false) {
  for (const field of fieldsOf(container)) {
    const value = tree[field.dataset.key];
    const include = includeOf(field);
    const isNil = value?.["xsi:nil"] === "true";
    if (nilOf(field)) setNil(field, isNil);
    if (field.dataset.repeats === "true") {
      values(field).replaceChildren();
      for (const item of Array.isArray(value) ? value : []) put(field, addItem(field), item, isOlder);
    } else if (value === undefined && isOptionalChoice(field)) {
      show(field);
    } else if (value === undefined && include) {
      include.checked = false;
      values(field).replaceChildren();
    } else if (value !== undefined) {
      if (include) include.checked = !isNil;
      if (!isNil) put(field, show(field), value, isOlder);
    } else if (!isOlder) {
      // Nothing of what was there before is left where a required value is missing.
      put(field, show(field), field.dataset.control === "structure" ? {} : "");
    }
  }
}

/** Shows the fields of a container as they were at first. */
export function reset(container) {
  for (const field of fieldsOf(container)) {
    for (const box of field.querySelectorAll(":scope > .include > input")) box.checked = false;
    values(field).hidden = false;
    values(field).replaceChildren();
    begin(field);
  }
}

/** Puts one value into its control. */
function put(field, made, value, isOlder = false) {
  if (field.dataset.control !== "structure") {
    putText(field.dataset.control, made, value);
    return;
  }
  const kind = made.querySelector(":scope > .kind > [data-kind]");
  const wanted = field.dataset.content === "true" ? Object.keys(value)[0] : value["xsi:type"];
  const option = [...(kind?.options ?? [])].find((each) => each.text === wanted);
  if (option && option.value !== kind.value) {
    kind.value = option.value;
    structure(membersOf(made), kind.value);
  }
  fill(membersOf(made), value, isOlder);
}

/** Puts an example into every field: all that may be sent, lists as short as may be. */
export function fillWithExample(container) {
  for (const field of fieldsOf(container)) {
    const repeats = field.dataset.repeats === "true";
    const include = includeOf(field);
    // A structure within itself would never end.
    if (isWithinItself(field) && (include || repeats || nilOf(field))) continue;
    if (isAlternativeOfSent(field)) continue;
    if (field.dataset.content === "true") {
      values(field).replaceChildren();
      for (const item of JSON.parse(field.dataset.example)) put(field, addItem(field), item);
      continue;
    }
    if (include) include.checked = true;
    if (nilOf(field)) setNil(field, false);
    values(field).replaceChildren();
    repeats ? addItems(field, Math.max(1, Number(field.dataset.least))) : show(field);
    if (isOptionalChoice(field)) chooseExample(field);
    if (field.dataset.control === "structure") {
      for (const held of values(field).children) {
        fillWithExample(membersOf(repeats ? held.firstElementChild : held));
      }
    }
  }
}

/** Whether another branch of a choice is sent already, so that this field cannot be. */
function isAlternativeOfSent(field) {
  return [...fieldsOf(field.parentElement)].some(
    (other) =>
      other !== field &&
      areAlternatives(field, other) &&
      (isOptionalChoice(other) ? values(other).firstElementChild?.value : isSent(other)),
  );
}

/** Chooses the example of an optional choice, else its first value. */
function chooseExample(field) {
  const choice = values(field).firstElementChild;
  choice.value = field.dataset.example;
  if (choice.selectedIndex < 0) choice.selectedIndex = 1;
}
