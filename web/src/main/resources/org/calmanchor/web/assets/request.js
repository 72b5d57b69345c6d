// The request of an operation: what its form stands for, as it will be sent, and kept for a reload.

import { credentials, secured } from "./credentials.js";
import { part } from "./dom.js";
import { fill, gather } from "./forms.js";
import { mark, unmark } from "./marks.js";
import { ask, headLines, path, reachable, service } from "./server.js";
import { paint } from "./wire.js";

const KEPT = (section) => `values ${path} ${service} ${section.dataset.operation}`;
const isByHand = (section) => !part(section, "request-hand").hidden;

/** What a form stands for, as the server is asked about it. */
export function question(section) {
  const form = part(section, "form");
  return {
    operation: section.dataset.operation,
    version: form.elements.version.value,
    values: gather(part(section, "values")),
    headerBlocks: part(section, "header-blocks") ? gather(part(section, "header-blocks")) : {},
  };
}

/** Shows the request that the form stands for now; null when there is none. */
export async function draft(section) {
  const turn = (section.turn = (section.turn ?? 0) + 1);
  const error = part(section, "request-error");
  unmark(section, ".typed");
  try {
    const asked = question(section);
    const request = await ask("request", asked);
    // A later change has overtaken this answer.
    if (turn !== section.turn) return request;
    error.hidden = true;
    section.request = request;
    part(section, "request-headers").textContent = requestHead(request.headers);
    paint(part(section, "request-envelope"), await secured(request.envelope, true));
    keep(section, asked);
    return request;
  } catch (failure) {
    error.hidden = false;
    error.textContent = reachable(failure);
    markRefused(section, failure.message);
    return null;
  } finally {
    section.classList.remove("drafting");
  }
}

/** Marks the place that a refusal names, as in "quoteStay/boat/length: …". */
function markRefused(section, message) {
  const [, at, words] = message.match(/^([\w.@-]+(?:\/[\w.@[\]-]+)+): (.*)/s) ?? [];
  const problem = { path: at, expected: words, isTyped: true };
  if (at) mark(part(section, "header-blocks"), part(section, "values"), problem);
}

/** The head of the request as text. */
export const requestHead = (headers) =>
  headLines(`POST ${path} HTTP/1.1`, { Host: location.host, ...headers, ...credentials(true) });

/** The request as it will be sent: what the form stands for, or what was edited by hand. */
export async function prepared(section) {
  const request = await draft(section);
  return request && isByHand(section)
    ? { ...request, envelope: part(section, "request-hand").value }
    : request;
}

/** Chooses the version of SOAP, where there is a choice. */
export function speak(section, version) {
  const choice = part(section, "form").elements.version;
  if (version && choice instanceof RadioNodeList) choice.value = version;
}

/** Keeps what is in a form now. */
export const keepForm = (section) => keep(section, question(section));

/** Keeps what is in a form for when the page comes back. */
function keep(section, asked) {
  try {
    localStorage.setItem(KEPT(section), JSON.stringify(asked));
  } catch {
    // More than a browser keeps, as big files are: the form then begins anew after a reload.
    localStorage.removeItem(KEPT(section));
  }
}

/** Puts back what was in the form when the page was left. */
export function restore(section) {
  const kept = localStorage.getItem(KEPT(section));
  if (!kept) return;
  try {
    const { version, values, headerBlocks } = JSON.parse(kept);
    speak(section, version);
    fill(part(section, "values"), values, true);
    if (part(section, "header-blocks")) fill(part(section, "header-blocks"), headerBlocks, true);
  } catch {
    // What was kept is of another form of this operation; the form begins anew.
    localStorage.removeItem(KEPT(section));
  }
}
