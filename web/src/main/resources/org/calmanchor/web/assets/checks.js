// The checks that are kept, and a run of them all.

import { button, element, grid, heading, part, say } from "./dom.js";
import { note } from "./exchanges.js";
import { ask, call, reachable } from "./server.js";

const view = document.querySelector("[data-view=checks]");
const count = document.querySelector("[data-checks-count]");
const runs = document.querySelectorAll("[data-run-all]");
let checks = [];
let results = [];

/** Asks for the checks that are kept. */
export async function loadChecks() {
  const said = part(view, "checks-note");
  try {
    const kept = await ask("checks");
    checks = kept.checks;
    for (const keep of document.querySelectorAll("[data-keep=folder]")) keep.hidden = !kept.isKept;
    said.textContent = kept.error
      ? `Not all check files can be read; the others are below. ${kept.error}`
      : kept.isKept
        ? checks.length
          ? "They are files in the checks folder of this host."
          : "There are no checks yet. Send a call, expect its answer, and keep it as a check."
        : "This host has no folder for checks. Start it with --checks FOLDER, and put downloaded checks there.";
    said.classList.toggle("error", Boolean(kept.error));
  } catch (failure) {
    said.textContent = reachable(failure);
  }
  results = checks.map(() => null);
  for (const run of runs) run.disabled = checks.length === 0;
  summarize();
  show();
}

/** The number of checks, or what their last run said. */
function summarize() {
  const failed = results.filter((each) => each && (each.failure || each.differences.length)).length;
  const isRun = results.length > 0 && results.every(Boolean);
  count.hidden = checks.length === 0;
  count.textContent = !isRun ? String(checks.length) : failed ? `${failed} failed` : "passed";
  count.classList.toggle("bad", isRun && failed > 0);
  count.classList.toggle("good", isRun && failed === 0);
}

function show() {
  const rows = checks.map((check, i) => row(check, results[i]));
  const titles = ["check", "operation", "outcome"].map(heading);
  part(view, "checks").replaceChildren(...(rows.length ? [grid(titles, rows, "typed checks")] : []));
}

function row(check, result) {
  const open = button(check.name, () => {
    document.dispatchEvent(new CustomEvent("reopen", { detail: check }));
  });
  open.className = "link";
  return element(
    "tr",
    { "data-check": check.name },
    element("th", { scope: "row" }, open),
    element("td", {}, element("code", {}, check.operation)),
    element("td", {}, ...outcome(result)),
  );
}

function outcome(result) {
  if (!result) return [element("span", { class: "quiet" }, "not run yet")];
  if (result.failure) return [element("strong", { class: "bad" }, "no answer"), ` ${result.failure}`];
  if (result.differences.length === 0) {
    return [element("strong", { class: "good" }, "passed"), ` in ${result.took.toFixed(0)} ms`];
  }
  const lines = result.differences.map(({ path, expected, found }) =>
    element(
      "div",
      {},
      element("b", {}, path || "the answer"),
      " expected ",
      element("span", { class: "good" }, expected),
      ", found ",
      element("span", { class: "bad" }, found),
    ),
  );
  return [element("strong", { class: "bad" }, "failed"), ...lines];
}

/** Runs every check against the real endpoint, one after the other. */
export async function runAll() {
  results = checks.map(() => null);
  for (let i = 0; i < checks.length; i++) {
    results[i] = await run(checks[i]);
    show();
  }
  summarize();
  const failed = results.filter((each) => each.failure || each.differences.length).length;
  const every = checks.length === 1 ? "The one check" : `All ${checks.length} checks`;
  if (checks.length) ask("ran", { failed, all: checks.length }).catch((failure) => say(reachable(failure)));
  const said = failed ? `${failed} of ${checks.length} checks failed.` : `${every} passed.`;
  say(said);
  part(view, "checks-note").textContent = said;
  if (failed) location.hash = "#!checks";
}

async function run(check) {
  try {
    const asked = { ...check, expect: JSON.stringify(check.expect) };
    const request = await ask("request", asked);
    const answer = await call(request.headers, request.envelope);
    const { differences, said } = await ask("compare", { ...asked, message: answer.message });
    note({ request, answer, said, source: "checks" });
    return { differences, took: answer.took };
  } catch (failure) {
    return { failure: reachable(failure) };
  }
}
