// The test page of one service: which operation or view is shown, and what its buttons do.

import { copyAnswer } from "./answercopy.js";
import { loadChecks, runAll } from "./checks.js";
import { copyAs } from "./copies.js";
import { copy, part, say } from "./dom.js";
import { follow, showExchanges } from "./exchanges.js";
import { expectThat, prepareExpected, show, take } from "./expect.js";
import { fill, fillWithExample, prepare, reset } from "./forms.js";
import { backToForm, editByHand, setByHand } from "./hand.js";
import { listen, showKeys } from "./keys.js";
import { unmark } from "./marks.js";
import { followReloads, restoreFocus } from "./reloads.js";
import { draft, question, restore, speak } from "./request.js";
import { send } from "./sending.js";
import { ask, reachable } from "./server.js";
import { hasForm, loadForm } from "./structures.js";
import { compareVersions } from "./versions.js";
import { isPinned, isWireOpen, prepareWire, setWire } from "./wiredrawer.js";

const sections = [...document.querySelectorAll("section.operation")];
const views = [...document.querySelectorAll("section.view")];

// --- opening -----------------------------------------------------------------------------------

/** Opens an operation with given values, as a kept check or an earlier exchange has them. */
async function open({ operation, version, values, headerBlocks, expect, name }) {
  const section = sections.find((each) => each.dataset.operation === operation);
  if (!section) return;
  if (!hasForm(section) && !(await load(section))) return;
  ready(section);
  setByHand(section, false);
  speak(section, version);
  fill(part(section, "values"), values);
  if (part(section, "header-blocks")) fill(part(section, "header-blocks"), headerBlocks ?? {});
  if (expect) {
    section.last = null;
    expectThat(section, expect);
    part(section, "check-name").value = name ?? "";
  }
  location.hash = `#${operation}`;
  choose();
}

/** Loads the form of an operation; whether it came. */
async function load(section) {
  try {
    await loadForm(section);
    return true;
  } catch (failure) {
    say(reachable(failure));
    return false;
  }
}

/** Opens a message again: in the form where it fits, else for editing by hand. */
async function openMessage({ request }) {
  try {
    await open(await ask("values", { message: request }));
  } catch (failure) {
    const section = sections.find((each) => request.includes(each.dataset.operation)) ?? sections[0];
    location.hash = `#${section.dataset.operation}`;
    choose();
    await draft(section);
    setWire(true);
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
  for (const members of form.querySelectorAll(":scope > .pane-body > .members")) prepare(members);
  restore(section);
  form.addEventListener("input", () => changed(section));
  form.addEventListener("change", () => changed(section));
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    send(section);
  });
  part(section, "example-values").addEventListener("click", () => fillIn(section));
  part(section, "reset").addEventListener("click", () => {
    for (const members of form.querySelectorAll(":scope > .pane-body > .members")) reset(members);
    unmark(section);
    draft(section);
  });
  part(section, "edit").addEventListener("click", async () => {
    const request = await draft(section);
    setWire(true);
    if (request) editByHand(section, request.envelope);
  });
  part(section, "back").addEventListener("click", () => backToForm(section, open));
  for (const way of section.querySelectorAll("[data-copy]")) {
    way.addEventListener("click", () => copyAs(section, way.dataset.copy));
  }
  for (const way of section.querySelectorAll("[data-copy-answer]")) {
    way.addEventListener("click", () => copyAnswer(section, way.dataset.copyAnswer));
  }
  part(section, "other-version")?.addEventListener("click", () => compareVersions(section));
  prepareWire(section);
  prepareExpected(section, { question, checksChanged: loadChecks });
  show(section);
}

/** Puts examples into all fields. */
function fillIn(section) {
  fillWithExample(part(section, "values"));
  if (part(section, "header-blocks")) fillWithExample(part(section, "header-blocks"));
  unmark(section);
  draft(section);
}

/** The operation or view that the address names; an address that is malformed names none. */
function named() {
  try {
    return decodeURIComponent(location.hash.slice(1));
  } catch {
    return "";
  }
}

function choose() {
  const wanted = named();
  const view = views.find((each) => `!${each.dataset.view}` === wanted);
  const chosen = view
    ? null
    : (sections.find((each) => each.dataset.operation === wanted) ?? sections[0]);
  for (const section of sections) section.hidden = section !== chosen;
  for (const each of views) each.hidden = each !== view;
  const target = view ? `#!${view.dataset.view}` : `#${chosen.dataset.operation}`;
  for (const link of document.querySelectorAll(".operations li a")) {
    if (link.getAttribute("href") === target) {
      link.setAttribute("aria-current", "true");
      link.scrollIntoView({ block: "nearest" });
    } else {
      link.removeAttribute("aria-current");
    }
  }
  if (view?.dataset.view === "exchanges") showExchanges();
  follow();
  if (view?.dataset.view === "checks") loadChecks();
  if (chosen && !hasForm(chosen)) {
    load(chosen).then((isLoaded) => isLoaded && !chosen.hidden && choose());
  } else if (chosen) {
    ready(chosen);
    if (!chosen.request) {
      // Seen when its request is there, so that nothing jumps; or soon, should that take long.
      chosen.classList.add("drafting");
      setTimeout(() => chosen.classList.remove("drafting"), 400);
    }
    // A form that waits for its request is not seen, and takes no focus.
    draft(chosen).then(() => restoreFocus(chosen));
  }
}

document.querySelector("[data-filter]")?.addEventListener("input", (event) => {
  const filter = event.target.value.toLowerCase();
  for (const item of document.querySelectorAll(".operations ol li")) {
    item.hidden = !item.textContent.toLowerCase().includes(filter);
  }
  for (const list of document.querySelectorAll(".operations .list ol")) {
    const title = list.previousElementSibling;
    if (title?.matches(".group")) title.hidden = !list.querySelector("li:not([hidden])");
  }
});
for (const way of document.querySelectorAll("[data-copy-text]")) {
  way.addEventListener("click", async () => {
    const isCopied = await copy(way.dataset.copyText);
    way.textContent = isCopied ? "Copied" : way.dataset.copyText;
  });
}
for (const box of document.querySelectorAll(".credentials :is(input, select)")) {
  box.addEventListener("input", () => {
    const isToken = document.querySelector("[data-way]").value === "bearer";
    document.querySelector("[data-user]").parentElement.hidden = isToken;
    document.querySelector("[data-secret]").textContent = isToken ? "Token" : "Password";
    const caller = isToken ? "" : document.querySelector("[data-user]").value;
    document.querySelector("[data-caller]").textContent = caller && `of ${caller}`;
    const shown = sections.find((section) => !section.hidden);
    if (shown) changed(shown);
  });
}
document.querySelector("[data-filter]")?.addEventListener("keydown", (event) => {
  if (event.key !== "Enter") return;
  const first = document.querySelector(".operations ol li:not([hidden]) a");
  if (!first) return;
  event.preventDefault();
  location.hash = first.getAttribute("href");
  focusForm();
});

// --- keys --------------------------------------------------------------------------------------

const shown = () => sections.find((section) => !section.hidden);
const links = () => [...document.querySelectorAll(".operations ol li:not([hidden]) a")];

/** Shows the operation that is so many further down the list. */
function move(by) {
  const all = links();
  const at = all.findIndex((link) => link.hasAttribute("aria-current"));
  const next = all[Math.min(all.length - 1, Math.max(0, at + by))];
  if (!next) return;
  location.hash = next.getAttribute("href");
  next.scrollIntoView({ block: "nearest" });
}

function focusForm() {
  requestAnimationFrame(() => {
    const form = shown() && part(shown(), "form");
    form?.querySelector("input, select, textarea, button")?.focus();
  });
}

const within = (action) => () => {
  if (shown()) action(shown());
};
listen({
  "?": showKeys,
  "/": () => (document.querySelector("[data-filter]") ?? links()[0])?.focus(),
  n: () => move(1),
  p: () => move(-1),
  f: focusForm,
  a: within((section) => part(section, "answer").focus()),
  w: () => setWire(!isWireOpen()),
  e: within(fillIn),
  x: within(take),
  c: () => (location.hash = "#!checks"),
  h: () => (location.hash = "#!exchanges"),
  r: runAll,
  send: within(send),
});
setWire(isPinned());

/** Opens a message, and expects what was answered to it. */
async function expectMessage({ operation, request, response }) {
  await openMessage({ request });
  const section = sections.find((each) => each.dataset.operation === operation);
  if (!section) return;
  try {
    const { expect } = await ask("expect", { operation, message: response });
    section.last = null;
    await expectThat(section, expect);
  } catch (failure) {
    say(failure.message);
  }
}

// A box that hangs below the bar closes when something else is used.
for (const type of ["click", "focusin"]) {
  document.addEventListener(type, (event) => {
    for (const box of document.querySelectorAll(".about > details[open]")) {
      if (!box.contains(event.target)) box.open = false;
    }
  });
}

document.addEventListener("reopen", (event) => open(event.detail));
document.addEventListener("reopen-message", (event) => openMessage(event.detail));
document.addEventListener("expect-message", (event) => expectMessage(event.detail));
for (const run of document.querySelectorAll("[data-run-all]")) run.addEventListener("click", runAll);
addEventListener("hashchange", () => {
  choose();
  // What is shown anew begins at its top, wherever the page was scrolled to.
  const now = document.querySelector("main > section:not([hidden])");
  if (now?.getBoundingClientRect().top < 0) now.scrollIntoView({ block: "start" });
});
choose();
loadChecks();
followReloads();
