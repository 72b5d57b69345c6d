// The transcript of a call: the request, then the response. It opens with a key and can be pinned.

import { part } from "./dom.js";

const PINNED = "calm-anchor wire";

export const isPinned = () => localStorage.getItem(PINNED) === "open";

/** Opens or closes the transcript of every operation. */
export function setWire(isOpen) {
  document.querySelector(".desk").classList.toggle("wire-open", isOpen);
  for (const toggle of document.querySelectorAll("[data-wire-toggle]")) {
    toggle.setAttribute("aria-expanded", String(isOpen));
  }
}

export const isWireOpen = () => document.querySelector(".desk").classList.contains("wire-open");

/** Makes the transcript of a section ready. */
export function prepareWire(section) {
  part(section, "wire-toggle").addEventListener("click", () => setWire(!isWireOpen()));
  const pin = part(section, "wire-pin");
  pin.checked = isPinned();
  pin.addEventListener("change", () => {
    pin.checked ? localStorage.setItem(PINNED, "open") : localStorage.removeItem(PINNED);
    if (pin.checked) setWire(true);
    for (const each of document.querySelectorAll("[data-wire-pin]")) each.checked = pin.checked;
  });
}
