// What went over the wire: the calls of this page, and those of others where the host keeps them.

import { answerRows } from "./rows.js";
import { credentials, secured } from "./credentials.js";
import { banner, button, element, grid, heading, part } from "./dom.js";
import { ask, asking, headLines, path, reachable } from "./server.js";
import { difference, paint } from "./wire.js";

/** How many calls of this page are kept. */
const MOST = 100;

/** How often the list is refreshed where the host does not tell of changes, in milliseconds. */
const PERIOD = 3000;

/** Headers that tell nothing about the call. */
const NOISE = /^(accept|accept-.*|cache-control|connection|date|host|origin|pragma|referer|sec-.*|server-timing|user-agent|vary)$/i;

const view = document.querySelector("[data-view=exchanges]");
const count = document.querySelector("[data-exchanges-count]");
const visit = [];
const open = new Set();
let others = [];
let hostNote = "";
let chosen = [];
let isPaused = false;

/** The rows that are shown, by exchange. A row stays, so that no click on it is lost. */
const drawn = new Map();

/** Notes a call of this page. */
export async function note({ request, answer, said, source = "this page", millis = 0 }) {
  const sent = await secured(request.envelope, true);
  const operation = request.envelope.match(/Body[^>]*>\s*<(?:[\w.-]+:)?([\w.-]+)/)?.[1] ?? "?";
  visit.unshift({
    at: new Date(answer?.began ?? Date.now() - millis).toISOString(),
    from: source,
    operation,
    requestHeaders: { ...request.headers, ...credentials(true) },
    request: sent,
    status: answer?.status ?? 0,
    responseHeaders: answer?.headers ?? {},
    response: answer?.message ?? "",
    millis: answer?.took ?? millis,
    outcome: said,
  });
  visit.length = Math.min(visit.length, MOST);
  count.textContent = String(visit.length);
  count.hidden = false;
  if (!view.hidden) draw();
}

/** Asks for the exchanges that the host keeps, and shows all. */
export async function showExchanges() {
  try {
    const kept = await ask("exchanges");
    others = kept.exchanges;
    hostNote = kept.passedOver
      ? `The host keeps the last 50 calls; of ${kept.passedOver} calls in busy seconds it kept none.`
      : "The host keeps the last 50 calls.";
  } catch (failure) {
    others = [];
    hostNote =
      failure instanceof TypeError
        ? reachable(failure)
        : "This host keeps no exchanges: only the calls of this page are here. Start it with keepExchanges(true), or with the serve command.";
  }
  draw();
}

/** One list, the newest first. What this page noted itself is not shown again from the host. */
function all() {
  const isOwn = (exchange) =>
    exchange.isPage &&
    visit.some(
      (own) =>
        own.operation === exchange.operation &&
        own.status === exchange.status &&
        isDuring(own, Date.parse(exchange.at)),
    );
  return [...visit, ...others.filter((each) => !isOwn(each))].sort((a, b) =>
    a.at < b.at ? 1 : a.at > b.at ? -1 : 0,
  );
}

/** Whether the host may have begun that call at that time; the two clocks may differ a little. */
function isDuring(own, time) {
  const later = time - Date.parse(own.at);
  return later > -1500 && later < own.millis + 1500;
}

const kindOf = (exchange) =>
  exchange.outcome === "result" || (exchange.status > 0 && exchange.status < 300)
    ? "result"
    : exchange.outcome?.startsWith("fault ") && !exchange.outcome.startsWith("fault (")
      ? "fault"
      : "error";

function draw() {
  const text = part(view, "exchange-filter").value.toLowerCase();
  const operation = part(view, "exchange-operation").value;
  const outcome = part(view, "exchange-outcome").value;
  const fits = (exchange) =>
    (operation === "" || exchange.operation === operation) &&
    (outcome === "" || kindOf(exchange) === outcome) &&
    [
      exchange.from,
      exchange.outcome,
      String(exchange.status),
      ...Object.values(exchange.requestHeaders ?? {}),
      exchange.request,
      exchange.response,
    ]
      .join(" ")
      .toLowerCase()
      .includes(text);
  const shown = all().filter(fits);
  part(view, "exchanges-note").textContent = hostNote;
  part(view, "compare-two").disabled = chosen.length !== 2;
  const list = part(view, "all-exchanges");
  if (shown.length === 0) {
    drawn.clear();
    list.replaceChildren(
      element("p", { class: "quiet" }, "No call so far, or none that the filter shows."),
    );
    return;
  }
  if (!list.querySelector("tbody")) list.replaceChildren(grid(TITLES.map(title), [], "typed exchanges"));
  place(list.querySelector("tbody"), shown);
}

const TITLES = ["", "at", "from", "operation", "outcome", "status", "ms", ""];

const title = (name) => element("th", { scope: "col", class: name === "ms" ? "amount" : "" }, name);

/** Puts the rows of these exchanges into the table, and moves none that is in its place. */
function place(body, shown) {
  const ids = keys(shown);
  const wanted = new Set(ids);
  for (const [id, rows] of drawn) {
    if (wanted.has(id)) continue;
    for (const row of rows) row.remove();
    drawn.delete(id);
  }
  let next = body.firstChild;
  for (const [i, exchange] of shown.entries()) {
    const id = ids[i];
    if (!drawn.has(id)) drawn.set(id, rows(exchange));
    for (const row of drawn.get(id)) {
      if (row === next) next = next.nextSibling;
      else body.insertBefore(row, next);
    }
    const isChosen = chosen.some((each) => idOf(each) === idOf(exchange));
    drawn.get(id)[0].querySelector("input").checked = isChosen;
  }
}

/** A key for each exchange; the oldest of those that look alike keeps its key when others come. */
function keys(shown) {
  const alike = new Map();
  return shown
    .slice()
    .reverse()
    .map((exchange) => {
      const id = idOf(exchange);
      alike.set(id, (alike.get(id) ?? 0) + 1);
      return `${id} ${alike.get(id)}`;
    })
    .reverse();
}

const idOf = (exchange) => exchange.at + exchange.from + exchange.operation;

function rows(exchange) {
  const choose = element("input", { type: "checkbox", "aria-label": "Choose for comparison" });
  choose.addEventListener("change", () => {
    chosen = choose.checked
      ? [...chosen, exchange].slice(-2)
      : chosen.filter((each) => idOf(each) !== idOf(exchange));
    draw();
  });
  const isOpen = open.has(idOf(exchange));
  const whole = element("tr", { class: "whole" }, element("td", { colspan: "8" }));
  whole.hidden = !isOpen;
  if (isOpen) whole.firstElementChild.replaceChildren(...full(exchange));
  const look = button(isOpen ? "Hide" : "Show", () => {
    whole.hidden = !whole.hidden;
    whole.hidden ? open.delete(idOf(exchange)) : open.add(idOf(exchange));
    if (!whole.hidden) whole.firstElementChild.replaceChildren(...full(exchange));
    look.textContent = whole.hidden ? "Show" : "Hide";
    look.setAttribute("aria-expanded", String(!whole.hidden));
  }, { "aria-expanded": String(isOpen) });
  const send = (name) => () =>
    document.dispatchEvent(new CustomEvent(name, { detail: exchange }));
  const kind = kindOf(exchange);
  const row = element(
    "tr",
    { "data-exchange": exchange.operation },
    element("td", {}, choose),
    element("td", {}, new Date(exchange.at).toLocaleTimeString("en-GB")),
    element("td", {}, exchange.isPage ? "a test page" : exchange.from),
    element("td", {}, element("code", {}, exchange.operation || "?")),
    element("td", { class: kind === "error" ? "bad" : "" }, exchange.outcome || "none"),
    element("td", {}, String(exchange.status || "none")),
    element("td", { class: "amount" }, exchange.millis.toFixed(1)),
    element(
      "td",
      {},
      look,
      " ",
      button("Open", send("reopen-message"), { title: "Open it in the form" }),
      " ",
      button("Expect", send("expect-message"), { title: "Open it, and expect its answer" }),
    ),
  );
  return [row, whole];
}

function wire(title, text) {
  const pre = element("pre", { class: "wire lines", tabindex: "0", "aria-label": title });
  paint(pre, text);
  return pre;
}

/** The head of a message; headers that tell nothing are folded. */
function head(first, headers, title) {
  const entries = Object.entries(headers ?? {});
  const [noise, rest] = [[], []];
  for (const each of entries) (NOISE.test(each[0]) ? noise : rest).push(each);
  const lines = (some) => headLines(null, Object.fromEntries(some));
  const shown = element(
    "pre",
    { class: "wire", tabindex: "0", "aria-label": title },
    headLines(first, Object.fromEntries(rest)),
  );
  if (noise.length === 0) return [shown];
  return [
    shown,
    element(
      "details",
      { class: "noise" },
      element("summary", {}, `${noise.length} more headers`),
      element("pre", { class: "wire", tabindex: "0" }, lines(noise)),
    ),
  ];
}

function full(exchange) {
  return [
    ...head(`POST ${path} HTTP/1.1`, exchange.requestHeaders, "Request headers"),
    wire("Request", exchange.request),
    ...head(`HTTP ${exchange.status}`, exchange.responseHeaders, "Response headers"),
    wire("Response", exchange.response),
  ];
}

/** Two exchanges: their values side by side if they are of one operation, and line by line. */
async function compareTwo() {
  const [b, a] = [...chosen].sort((x, y) => (x.at < y.at ? 1 : -1));
  const two = part(view, "two");
  const typed = a.operation === b.operation ? await values(a, b) : [];
  two.replaceChildren(
    ...typed,
    element("h3", {}, "The two requests"),
    difference(a.request, b.request),
    element("h3", {}, "The two responses"),
    difference(a.response, b.response),
  );
  two.scrollIntoView({ block: "nearest" });
}

async function values(a, b) {
  const { operation } = a;
  try {
    const read = await ask("answer", { operation, message: a.response });
    const { expect } = await ask("expect", { operation, message: b.response });
    const { differences, expected } = await ask("compare", {
      operation,
      version: "SOAP 1.1",
      expect: JSON.stringify(expect),
      message: a.response,
    });
    const words = differences.length
      ? banner(true, "Different answers", differences.map((each) => each.path || each.found).slice(0, 5).join(", "))
      : banner(false, "Both answers have the same values", "");
    const view = {
      differences: new Map(differences.map((each) => [each.path, each])),
      titles: ["earlier", "later"],
      isCompared: true,
    };
    return [element("h3", {}, "The two answers"), words, ...answerRows(read.nodes ?? [], expected.nodes ?? [], view)];
  } catch (failure) {
    return [element("p", { class: "quiet" }, `Their values cannot be compared: ${failure.message}`)];
  }
}

for (const name of ["exchange-filter", "exchange-operation", "exchange-outcome"]) {
  part(view, name).addEventListener("input", draw);
}
part(view, "refresh").addEventListener("click", showExchanges);
part(view, "compare-two").addEventListener("click", compareTwo);
part(view, "pause").addEventListener("click", (event) => {
  isPaused = !isPaused;
  event.target.setAttribute("aria-pressed", String(isPaused));
  event.target.textContent = isPaused ? "Continue" : "Pause";
  follow();
});

let events = null;

const isFollowing = () => !view.hidden && !isPaused && !document.hidden;

/** Has the host tell of new exchanges while the list is seen; a hidden tab takes no connection. */
export function follow() {
  if (!isFollowing()) {
    events?.close();
    events = null;
  } else if (events === null) {
    events = new EventSource(`${asking}events`);
    events.addEventListener("message", showExchanges);
  }
}

document.addEventListener("visibilitychange", follow);
setInterval(() => {
  // The host may have too many followers, or keep no exchanges: then the page asks now and then.
  if (isFollowing() && events?.readyState === EventSource.CLOSED) showExchanges();
}, PERIOD);
