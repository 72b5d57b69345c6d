// The forms of operations, and the fields of structures, which forms copy. A page with very many
// of them loads those of an operation when it is opened.

import { ask } from "./server.js";

const desk = document.querySelector(".desk");
const templates = new Map();
const loaded = new Set();

function add(container) {
  for (const template of container.querySelectorAll("template[data-fields-of]")) {
    templates.set(template.dataset.fieldsOf, template);
  }
}

add(document);

/** The template with the fields of a structure. */
export const fieldsOfStructure = (id) => templates.get(id);

/** Whether the form of an operation is there. */
export const hasForm = (section) => desk.dataset.forms !== "later" || loaded.has(section);

/** Loads the form of an operation. */
export async function loadForm(section) {
  const { form, structures } = await ask("form", { operation: section.dataset.operation });
  const box = document.createElement("template");
  box.innerHTML = structures;
  add(box.content);
  if (loaded.has(section)) return;
  section.innerHTML = form;
  loaded.add(section);
}
