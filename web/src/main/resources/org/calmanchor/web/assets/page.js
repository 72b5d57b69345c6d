// The test page of one service: which operation or view is shown, and what its buttons do.

import { loadChecks } from "./checks.js";
import { copyAs } from "./copies.js";
import { copy, part, say } from "./dom.js";
import { showExchanges } from "./exchanges.js";
import { prepareExpected } from "./expect.js";
import { fill, fillWithExample, prepare, reset } from "./forms.js";
import { backToForm, editByHand, setByHand } from "./hand.js";
import { unmark } from "./marks.js";
import { draft, question, restore, speak } from "./request.js";
import { send } from "./sending.js";
import { ask } from "./server.js";

const sections = [...document.querySelectorAll("section.operation")];
const views = [...document.querySelectorAll("section.view")];

// --- opening -----------------------------------------------------------------------------------

/** Opens an operation with given values, as a kept check or an earlier exchange has them. */
function open({ operation, version, values, headerBlocks, expect, name }) {
  const section = sections.find((each) => each.dataset.operation === operation);
  if (!section) return;
  ready(section);
  setByHand(section, false);
  speak(section, version);
  fill(part(section, "values"), values);
  if (part(section, "header-blocks")) fill(part(section, "header-blocks"), headerBlocks ?? {});
  if (expect) {
    part(section, "expected").value = expect;
    part(section, "expected").dispatchEvent(new Event("change"));
    part(section, "check-name").value = name ?? "";
  }
  location.hash = `#${operation}`;
  choose();
}

/** Opens a message again: in the form where it fits, else for editing by hand. */
async function openMessage({ request }) {
  try {
    open(await ask("values", { message: request }));
  } catch (failure) {
    const section = sections.find((each) => request.includes(each.dataset.operation)) ?? sections[0];
    location.hash = `#${section.dataset.operation}`;
    choose();
    await draft(section);
    editByHand(section, request);
    say(`It does not fit the form: ${failure.message}`);
  }
}

// --- the page ----------------------------------------------------------------------------------

let waiting = 0;

function changed(section) {
  clearTimeout(waiting);
  waiting = setTimeout(() => draft(section), 150);
}

/** Makes an operation ready when it is first shown: a service may have hundreds. */
function ready(section) {
  if (section.isReady) return;
  section.isReady = true;
  const form = part(section, "form");
  for (const members of form.querySelectorAll(":scope > .members")) prepare(members);
  restore(section);
  form.addEventListener("input", () => changed(section));
  form.addEventListener("change", () => changed(section));
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    send(section);
  });
  part(section, "example-values").addEventListener("click", () => {
    fillWithExample(part(section, "values"));
    if (part(section, "header-blocks")) fillWithExample(part(section, "header-blocks"));
    draft(section);
  });
  part(section, "reset").addEventListener("click", () => {
    for (const members of form.querySelectorAll(":scope > .members")) reset(members);
    unmark(section);
    draft(section);
  });
  part(section, "edit").addEventListener("click", async () => {
    const request = await draft(section);
    if (request) editByHand(section, request.envelope);
  });
  part(section, "back").addEventListener("click", () => backToForm(section, open));
  for (const way of section.querySelectorAll("[data-copy]")) {
    way.addEventListener("click", () => copyAs(section, way.dataset.copy));
  }
  prepareExpected(section, { question, checksChanged: loadChecks });
}

function choose() {
  const wanted = decodeURIComponent(location.hash.slice(1));
  const view = views.find((each) => `!${each.dataset.view}` === wanted);
  const chosen = view
    ? null
    : (sections.find((each) => each.dataset.operation === wanted) ?? sections[0]);
  for (const section of sections) section.hidden = section !== chosen;
  for (const each of views) each.hidden = each !== view;
  const target = view ? `#!${view.dataset.view}` : `#${chosen.dataset.operation}`;
  for (const link of document.querySelectorAll(".operations li a")) {
    link.getAttribute("href") === target
      ? link.setAttribute("aria-current", "true")
      : link.removeAttribute("aria-current");
  }
  if (view?.dataset.view === "exchanges") showExchanges();
  if (view?.dataset.view === "checks") loadChecks();
  if (chosen) {
    ready(chosen);
    if (!chosen.request) {
      // Seen when its request is there, so that nothing jumps; or soon, should that take long.
      chosen.classList.add("drafting");
      setTimeout(() => chosen.classList.remove("drafting"), 400);
    }
    draft(chosen);
  }
}

document.querySelector("[data-filter]")?.addEventListener("input", (event) => {
  const filter = event.target.value.toLowerCase();
  for (const item of document.querySelectorAll(".operations ol li")) {
    item.hidden = !item.textContent.toLowerCase().includes(filter);
  }
});
for (const way of document.querySelectorAll("[data-copy-text]")) {
  way.addEventListener("click", async () => {
    const isCopied = await copy(way.dataset.copyText);
    way.textContent = isCopied ? "Copied" : way.dataset.copyText;
  });
}
for (const box of document.querySelectorAll(".credentials input")) {
  box.addEventListener("input", () => {
    const shown = sections.find((section) => !section.hidden);
    if (shown) changed(shown);
  });
}
document.addEventListener("reopen", (event) => open(event.detail));
document.addEventListener("reopen-message", (event) => openMessage(event.detail));
addEventListener("hashchange", () => {
  choose();
  // What is shown anew begins at its top, wherever the page was scrolled to.
  const shown = document.querySelector("main > section:not([hidden])");
  if (shown?.getBoundingClientRect().top < 0) shown.scrollIntoView({ block: "start" });
});
choose();
loadChecks();
