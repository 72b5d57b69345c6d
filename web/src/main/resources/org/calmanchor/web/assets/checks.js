// The checks that are kept, and a run of them all.

import { button, element, grid, heading, part, say } from "./dom.js";
import { ask, call, reachable } from "./server.js";
import { differenceTable } from "./expect.js";

const view = document.querySelector("[data-view=checks]");
const count = document.querySelector("[data-checks-count]");
let checks = [];

/** Asks for the checks that are kept. */
export async function loadChecks() {
  const note = part(view, "checks-note");
  try {
    const kept = await ask("checks");
    checks = kept.checks;
    for (const keep of document.querySelectorAll("[data-keep=folder]")) keep.hidden = !kept.isKept;
    count.textContent = checks.length;
    count.hidden = checks.length === 0;
    note.textContent = kept.error
      ? `Not all check files can be read. ${kept.error}`
      : kept.isKept
        ? checks.length
          ? "They are files in the checks folder of this host."
          : "There are no checks yet. Send a call, take the answer as expected, and keep it as a check."
        : "This host has no folder for checks. Start it with --checks FOLDER, and put downloaded checks there.";
    note.classList.toggle("error", Boolean(kept.error));
  } catch (failure) {
    note.textContent = reachable(failure);
  }
  part(view, "run-all").disabled = checks.length === 0;
  show(checks.map(() => null));
}

function show(results) {
  const rows = checks.map((check, i) => row(check, results[i]));
  part(view, "checks").replaceChildren(
    ...(rows.length ? [grid(["check", "operation", "came out"].map(heading), rows)] : []),
  );
}

function row(check, result) {
  const came = !result
    ? [element("span", { class: "quiet" }, "not run yet")]
    : result.failure
      ? [element("strong", { class: "bad" }, "no answer"), ` ${result.failure}`]
      : result.differences.length === 0
        ? [element("strong", { class: "good" }, "passed"), ` in ${result.took.toFixed(0)} ms`]
        : [element("strong", { class: "bad" }, "failed"), differenceTable(result.differences)];
  const open = button(check.name, () => {
    document.dispatchEvent(new CustomEvent("reopen", { detail: check }));
  });
  open.className = "link";
  return element(
    "tr",
    { "data-check": check.name },
    element("th", { scope: "row" }, open),
    element("td", {}, element("code", {}, check.operation)),
    element("td", {}, ...came),
  );
}

/** Runs every check against the real endpoint, one after the other. */
async function runAll() {
  const results = checks.map(() => null);
  for (let i = 0; i < checks.length; i++) {
    results[i] = await run(checks[i]);
    show(results);
  }
  const failed = results.filter((each) => each.failure || each.differences.length).length;
  const all = checks.length === 1 ? "The one check" : `All ${checks.length} checks`;
  const said = failed ? `${failed} of ${checks.length} failed.` : `${all} passed.`;
  say(said);
  part(view, "checks-note").textContent = said;
}

async function run(check) {
  try {
    const { envelope, headers } = await ask("request", check);
    const answer = await call(headers, envelope);
    const { differences } = await ask("compare", { ...check, message: answer.message });
    return { differences, took: answer.took };
  } catch (failure) {
    return { failure: reachable(failure) };
  }
}

part(view, "run-all").addEventListener("click", runAll);
