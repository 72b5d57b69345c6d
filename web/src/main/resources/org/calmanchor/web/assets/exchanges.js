// What went over the wire: this visit's exchanges, and those of anybody where the host keeps them.

import { button, element, grid, heading, part } from "./dom.js";
import { ask, headLines, path, reachable } from "./server.js";
import { difference, paint } from "./wire.js";

/** How many of this visit are kept. */
const MOST = 100;

const view = document.querySelector("[data-view=exchanges]");
const visit = [];
let anybody = [];
let anybodyNote = "";
let chosen = [];

/** Notes an exchange of this page. */
export function note(exchange) {
  visit.unshift({ at: new Date().toISOString(), from: "this page", ...exchange });
  visit.length = Math.min(visit.length, MOST);
}

/** Asks for the exchanges of anybody and shows all. */
export async function showExchanges() {
  try {
    const kept = await ask("exchanges");
    anybody = kept.exchanges;
    anybodyNote = kept.passedOver
      ? `At most 20 exchanges a second are kept; ${kept.passedOver} were not.`
      : "";
  } catch (failure) {
    anybody = [];
    anybodyNote =
      failure instanceof TypeError
        ? reachable(failure)
        : "This host keeps no exchanges. Start it with keepExchanges(true), or with the serve command.";
  }
  draw();
}

function draw() {
  const filter = part(view, "exchange-filter").value.toLowerCase();
  const fits = (exchange) =>
    [exchange.from, exchange.request, exchange.response, String(exchange.status)]
      .join(" ")
      .toLowerCase()
      .includes(filter);
  table("visit", visit.filter(fits), "None yet.");
  table("anybody", anybody.filter(fits), anybodyNote || "Nobody has called yet.");
  if (anybodyNote && anybody.length) {
    part(view, "anybody").append(element("p", { class: "quiet" }, anybodyNote));
  }
  part(view, "compare-two").disabled = chosen.length !== 2;
}

function table(place, exchanges, none) {
  part(view, place).replaceChildren(
    exchanges.length
      ? grid(
          ["", "at", "from", "what", "status", "ms", ""].map(heading),
          exchanges.flatMap(rows),
          "typed exchanges",
        )
      : element("p", { class: "quiet" }, none),
  );
}

function rows(exchange) {
  const choose = element("input", { type: "checkbox", "aria-label": "Choose for comparison" });
  choose.checked = chosen.includes(exchange);
  choose.addEventListener("change", () => {
    chosen = choose.checked
      ? [...chosen, exchange].slice(-2)
      : chosen.filter((each) => each !== exchange);
    draw();
  });
  const what = exchange.request.match(/Body[^>]*>\s*<(?:[\w.-]+:)?([\w.-]+)/)?.[1] ?? "?";
  const whole = element("tr", { hidden: "" }, element("td", { colspan: "7" }));
  const look = button("Look", () => {
    if (whole.hidden) whole.firstElementChild.replaceChildren(...full(exchange));
    whole.hidden = !whole.hidden;
    look.setAttribute("aria-expanded", String(!whole.hidden));
  }, { "aria-expanded": "false" });
  const reopen = button("Open again", () => {
    document.dispatchEvent(new CustomEvent("reopen-message", { detail: exchange }));
  });
  const row = element(
    "tr",
    { "data-exchange": what },
    element("td", {}, choose),
    element("td", {}, new Date(exchange.at).toLocaleTimeString("en-GB")),
    element("td", {}, exchange.isPage ? "this page" : exchange.from),
    element("td", {}, element("code", {}, what), exchange.said ? ` ${exchange.said}` : ""),
    element("td", { class: exchange.status < 300 ? "" : "bad" }, String(exchange.status || "none")),
    element("td", { class: "amount" }, exchange.millis.toFixed(1)),
    element("td", {}, look, " ", reopen),
  );
  return [row, whole];
}

function wire(title, text) {
  const pre = element("pre", { class: "wire lines", tabindex: "0", "aria-label": title });
  paint(pre, text);
  return pre;
}

function full(exchange) {
  const head = (first, headers, title) =>
    element(
      "pre",
      { class: "wire", tabindex: "0", "aria-label": title },
      headLines(first, headers ?? {}),
    );
  return [
    head(`POST ${path} HTTP/1.1`, exchange.requestHeaders, "Request headers"),
    wire("Request", exchange.request),
    head(`HTTP ${exchange.status}`, exchange.responseHeaders, "Response headers"),
    wire("Response", exchange.response),
  ];
}

function compareTwo() {
  const [a, b] = chosen;
  part(view, "two").replaceChildren(
    element("h3", {}, "The two requests"),
    difference(a.request, b.request),
    element("h3", {}, "The two responses"),
    difference(a.response, b.response),
  );
  part(view, "two").scrollIntoView({ block: "nearest" });
}

part(view, "exchange-filter").addEventListener("input", draw);
part(view, "refresh").addEventListener("click", showExchanges);
part(view, "compare-two").addEventListener("click", compareTwo);
