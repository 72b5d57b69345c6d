// The test page of one service: which operation or view is shown, and what its buttons do.

import { banner, button, copy, element, offer, part, say } from "./dom.js";
import { address, ask, call, credentials, headLines, path, reachable } from "./server.js";
import { fill, fillWithExample, gather, prepare, reset } from "./forms.js";
import { mark, markField, unmark } from "./marks.js";
import { difference, laidOut, differing, paint } from "./wire.js";
import { arrived, brief, outcomeOf } from "./answer.js";
import { compare, prepareExpected } from "./expect.js";
import { loadChecks } from "./checks.js";
import { note, showExchanges } from "./exchanges.js";

const sections = [...document.querySelectorAll("section.operation")];
const views = [...document.querySelectorAll("section.view")];
const KEPT = (section) => `values ${location.pathname} ${section.dataset.operation}`;
const isByHand = (section) => !part(section, "request-hand").hidden;

// --- the request -------------------------------------------------------------------------------

/** What a form stands for, as the server is asked about it. */
function question(section) {
  const form = part(section, "form");
  return {
    operation: section.dataset.operation,
    version: form.elements.version.value,
    values: gather(part(section, "values")),
    headers: part(section, "headers") ? gather(part(section, "headers")) : {},
  };
}

/** Shows the request that the form stands for now; null when there is none. */
async function draft(section) {
  const turn = (section.turn = (section.turn ?? 0) + 1);
  const error = part(section, "request-error");
  unmark(section, ".typed");
  try {
    requireReadable(section);
    const asked = question(section);
    const request = await ask("request", asked);
    // A later change has overtaken this answer.
    if (turn !== section.turn) return request;
    error.hidden = true;
    section.request = request;
    part(section, "request-headers").textContent = requestHead(request.headers);
    paint(part(section, "request-envelope"), request.envelope);
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

/** Marks the fields whose browser cannot make a value of what was typed: they would be left out. */
function requireReadable(section) {
  const bad = [...part(section, "form").querySelectorAll("input")].filter(
    (input) => input.validity.badInput,
  );
  for (const input of bad) markField(input, "a whole date, time or number");
  if (bad.length > 0) {
    throw new Error("What was typed into a marked field is not a value, so it cannot be sent.");
  }
}

/** Marks the place that a refusal names, as in "quoteStay/boat/length: …". */
function markRefused(section, message) {
  const [, at, words] = message.match(/^([\w.@-]+(?:\/[\w.@[\]-]+)+): (.*)/s) ?? [];
  const problem = { path: at, expected: words, isTyped: true };
  if (at) mark(part(section, "headers"), part(section, "values"), problem);
}

const requestHead = (headers) =>
  headLines(`POST ${path} HTTP/1.1`, { Host: location.host, ...headers, ...credentials(true) });

/** The request as it will be sent: what the form stands for, or what was edited by hand. */
async function prepared(section) {
  const request = await draft(section);
  return request && isByHand(section)
    ? { ...request, envelope: part(section, "request-hand").value }
    : request;
}

function editByHand(section, envelope) {
  const hand = part(section, "request-hand");
  hand.value = envelope;
  setByHand(section, true);
  hand.focus();
}

function setByHand(section, isOn) {
  part(section, "request-hand").hidden = !isOn;
  part(section, "request-envelope").hidden = isOn;
  part(section, "hand-note").hidden = !isOn;
  part(section, "edit").hidden = isOn;
  part(section, "back").hidden = !isOn;
  part(section, "losing").hidden = true;
}

/** Goes back to the form; says first what of the editing would be lost. */
async function backToForm(section) {
  const request = await draft(section);
  const edited = part(section, "request-hand").value;
  const lost = differing(laidOut(request?.envelope ?? ""), laidOut(edited)).filter(
    (line) => line.sign !== " ",
  );
  if (lost.length === 0) {
    setByHand(section, false);
    return;
  }
  const losing = part(section, "losing");
  losing.replaceChildren(
    element("p", {}, `Going back loses what was edited, ${lost.length} lines:`),
    difference(request?.envelope ?? "", edited),
    button("Take what fits into the form", () => takeIntoForm(section, edited)),
    button("Lose it", () => {
      setByHand(section, false);
      part(section, "edit").focus();
    }),
    button("Go on editing", () => {
      losing.hidden = true;
      part(section, "request-hand").focus();
    }),
  );
  losing.hidden = false;
  losing.querySelector("button").focus();
}

async function takeIntoForm(section, message) {
  try {
    const read = await ask("values", { message });
    open(read);
  } catch (failure) {
    part(section, "losing").append(
      element("p", { class: "error", role: "alert" }, `It does not fit: ${failure.message}`),
    );
  }
}

// --- sending -----------------------------------------------------------------------------------

/** How long a call may take before a clock is shown, in milliseconds. */
const SHORT = 1000;

/**
 * Notes that a call is under way: a second one is not begun, and after a while a clock is shown and
 * the call can be cancelled. The button stays enabled all the same: a disabled one loses the focus.
 */
function wait(section, begin) {
  const send = part(section, "send");
  const clock = part(section, "clock");
  const control = new AbortController();
  send.setAttribute("aria-disabled", "true");
  const seconds = element("span", {}, "");
  const tick = () => {
    if (clock.hidden) {
      const cancel = button("Cancel", () => control.abort());
      clock.replaceChildren("Waiting for the answer: ", seconds, " ", cancel);
      clock.hidden = false;
      say("Still waiting for the answer");
    }
    seconds.textContent = `${Math.round((performance.now() - begin) / 1000)} s`;
  };
  const ticking = setInterval(tick, SHORT);
  return {
    cancelled: control.signal,
    end: () => {
      clearInterval(ticking);
      clock.hidden = true;
      send.removeAttribute("aria-disabled");
    },
  };
}

const isWaiting = (section) => part(section, "send").hasAttribute("aria-disabled");

async function send(section) {
  if (isWaiting(section)) return;
  const request = await prepared(section);
  if (!request || isWaiting(section)) return;
  unmark(section);
  const asked = question(section);
  const outcome = part(section, "outcome");
  const begin = performance.now();
  const waiting = wait(section, begin);
  try {
    const answer = await call(request.headers, request.envelope, waiting.cancelled);
    waiting.end();
    const read = await shown(section, answer);
    say(`Answer: HTTP ${answer.status}${brief(read) ? `, ${brief(read)}` : ""}`);
    section.last = { question: asked, message: answer.message };
    part(section, "take").disabled = false;
    await compare(section, asked, answer.message);
    note({
      requestHeaders: request.headers,
      request: request.envelope,
      status: answer.status,
      responseHeaders: answer.headers,
      response: answer.message,
      millis: answer.took,
      said: brief(read),
    });
  } catch (failure) {
    part(section, "response-headers").textContent = "";
    part(section, "response-body").textContent = "";
    part(section, "agreement").replaceChildren();
    outcome.replaceChildren(banner(true, "No answer", reachable(failure)));
    say("No answer");
    note({
      requestHeaders: request.headers,
      request: request.envelope,
      status: 0,
      response: "",
      millis: performance.now() - begin,
      said: "no answer",
    });
  } finally {
    waiting.end();
  }
  const answer = part(section, "answer");
  answer.hidden = false;
  answer.scrollIntoView({ block: "nearest" });
}

/** Shows an answer, and gives its typed outcome, or null where it has none. */
async function shown(section, answer) {
  const time =
    answer.server === null
      ? `${answer.took.toFixed(0)} ms`
      : `${answer.took.toFixed(1)} ms, ${answer.server.toFixed(1)} of them in the server`;
  const status = `HTTP ${answer.status} ${answer.statusText}`.trim();
  part(section, "response-headers").textContent = headLines(
    `${status}   ${answer.size.toLocaleString("en")} bytes in ${time}`,
    answer.headers,
  );
  paint(part(section, "response-body"), answer.message);
  const outcome = part(section, "outcome");
  if (!answer.message) {
    outcome.replaceChildren(...arrived(answer));
    return null;
  }
  if (!answer.headers["content-type"]?.includes("xml")) {
    const title = `Refused by HTTP (${answer.status})`;
    outcome.replaceChildren(banner(true, title, answer.message));
    return null;
  }
  const read = await ask("answer", {
    operation: section.dataset.operation,
    message: answer.message,
  });
  outcome.replaceChildren(...outcomeOf(read));
  for (const problem of read.problems ?? []) {
    mark(part(section, "headers"), part(section, "values"), problem);
  }
  return read;
}

// --- copying -----------------------------------------------------------------------------------

const quoted = (text) => `'${text.replaceAll("'", "'\\''")}'`;

const COPIES = {
  curl: ({ headers, envelope }) =>
    [
      `curl -sS ${quoted(address)}`,
      ...Object.entries({ ...headers, ...credentials(true) }).map(
        ([name, value]) => `  -H ${quoted(`${name}: ${value}`)}`,
      ),
      `  --data-binary ${quoted(envelope)}`,
    ].join(" \\\n"),
  http: ({ headers, envelope }) =>
    `${requestHead({
      ...headers,
      "Content-Length": new TextEncoder().encode(envelope).length,
    })}\n\n${envelope}`,
  envelope: ({ envelope }) => envelope,
  java: ({ java }) => java,
};

async function copyAs(section, way) {
  const request = await prepared(section);
  if (!request) return;
  const title = { curl: "The curl command", http: "The HTTP request", java: "The Java call" }[way];
  await offer(part(section, "copied"), title ?? "The envelope", COPIES[way](request));
}

// --- opening -----------------------------------------------------------------------------------

/** Opens an operation with given values, as a kept check or an earlier exchange has them. */
function open({ operation, version, values, headers, expect, name }) {
  const section = sections.find((each) => each.dataset.operation === operation);
  if (!section) return;
  ready(section);
  setByHand(section, false);
  speak(section, version);
  fill(part(section, "values"), values);
  if (part(section, "headers")) fill(part(section, "headers"), headers ?? {});
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
    if (part(section, "headers")) fillWithExample(part(section, "headers"));
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
  part(section, "back").addEventListener("click", () => backToForm(section));
  for (const way of section.querySelectorAll("[data-copy]")) {
    way.addEventListener("click", () => copyAs(section, way.dataset.copy));
  }
  prepareExpected(section, { question, checksChanged: loadChecks });
}

/** Chooses the version of SOAP, where there is a choice. */
function speak(section, version) {
  const choice = part(section, "form").elements.version;
  if (version && choice instanceof RadioNodeList) choice.value = version;
}

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
function restore(section) {
  const kept = localStorage.getItem(KEPT(section));
  if (!kept) return;
  try {
    const { version, values, headers } = JSON.parse(kept);
    speak(section, version);
    fill(part(section, "values"), values);
    if (part(section, "headers")) fill(part(section, "headers"), headers);
  } catch {
    // What was kept is of another form of this operation; the form begins anew.
    localStorage.removeItem(KEPT(section));
  }
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
