// Services that are replaced while the page is open: the page gets the new forms, and keeps what was typed.

import { button, element, part } from "./dom.js";
import { keepForm } from "./request.js";
import { asking, path } from "./server.js";

const desk = document.querySelector(".desk");
const note = document.querySelector("[data-reload]");
const FOCUS = `focus ${path}`;

const shownOperation = () => document.querySelector("section.operation:not([hidden])");
const controls = (section) => [...section.querySelectorAll("input, select, textarea, button")];

/** Follows the reloads of the host, where it has any. */
export function followReloads() {
  if (!note) return;
  const events = new EventSource(`${asking}events`);
  events.addEventListener("reload", (event) => {
    const reload = JSON.parse(event.data);
    const isOld = String(reload.number) !== desk.dataset.edition;
    if (!isOld) tell(reload);
    else if (isEdited()) offer(reload);
    else renew();
  });
}

/** Whether an envelope is edited by hand, which a new page would lose. */
function isEdited() {
  const section = shownOperation();
  return section?.isReady && !part(section, "request-hand").hidden;
}

function renew() {
  const section = shownOperation();
  if (section?.isReady) {
    keepForm(section);
    const focused = controls(section).indexOf(document.activeElement);
    if (focused >= 0) sessionStorage.setItem(FOCUS, `${section.dataset.operation} ${focused}`);
  }
  location.reload();
}

/** Puts the focus back where it was before the page was renewed. */
export function restoreFocus(section) {
  const [operation, index] = (sessionStorage.getItem(FOCUS) ?? "").split(" ");
  if (operation !== section.dataset.operation) return;
  sessionStorage.removeItem(FOCUS);
  controls(section)[Number(index)]?.focus();
}

function tell({ isDone, text, at }) {
  const time = new Date(at).toLocaleTimeString();
  const title = isDone
    ? `Reloaded at ${time}.`
    : `Not reloaded at ${time}; the last good services go on.`;
  show(!isDone, title, text);
}

function offer({ text }) {
  show(false, "The service was reloaded; your envelope is still here.", text);
  note.append(button("Show the new forms", renew));
}

function show(isBroken, title, text) {
  note.classList.toggle("broken", isBroken);
  const lines = text.split("\n");
  note.replaceChildren(
    element("p", {}, element("strong", {}, title), lines.length > 1 ? "" : ` ${text}`),
    ...(lines.length > 1 ? [element("pre", {}, text)] : []),
    button("×", () => (note.hidden = true), { "aria-label": "Close this note" }),
  );
  note.hidden = false;
}
