// Expected against actual: written down or taken from an answer, compared with every later call,
// kept as a check.

import { banner, download, element, grid, heading, offer, part, say } from "./dom.js";
import { ask } from "./server.js";

const KEPT = (section) => `expected ${location.pathname} ${section.dataset.operation}`;

export const isWritten = (section) => part(section, "expected").value.trim() !== "";

/** Compares an answer with what is expected; null where nothing is. */
export async function compare(section, question, message) {
  const agreement = part(section, "agreement");
  const error = part(section, "expect-error");
  error.hidden = true;
  agreement.replaceChildren();
  if (!isWritten(section)) return null;
  try {
    const expect = part(section, "expected").value;
    const { differences } = await ask("compare", { ...question, expect, message });
    agreement.replaceChildren(...agreementOf(differences));
    return differences;
  } catch (failure) {
    error.textContent = failure.message;
    error.hidden = false;
    section.querySelector("[data-expect]").open = true;
    return null;
  }
}

export function agreementOf(differences) {
  if (differences.length === 0) {
    return [banner(false, "As expected", "The answer has all expected values.")];
  }
  const count = differences.length;
  return [
    banner(true, "Not as expected", `${count} difference${count === 1 ? "" : "s"}`),
    differenceTable(differences),
  ];
}

export function differenceTable(differences) {
  const rows = differences.map(({ path, expected, found }) =>
    element(
      "tr",
      {},
      element("th", { scope: "row" }, path || "the answer"),
      element("td", { class: "wanted" }, expected),
      element("td", { class: "came" }, found),
    ),
  );
  return grid(["where", "expected", "found"].map(heading), rows);
}

/** Makes a section's panel ready. */
export function prepareExpected(section, host) {
  const text = part(section, "expected");
  const box = part(section, "expect");
  const summary = part(section, "expect-summary");
  const noted = () => {
    summary.textContent = isWritten(section)
      ? "every call is compared with it"
      : "nothing is written down yet";
    localStorage.setItem(KEPT(section), text.value);
    if (section.last) compare(section, section.last.question, section.last.message);
  };
  text.value = localStorage.getItem(KEPT(section)) ?? "";
  if (isWritten(section)) summary.textContent = "every call is compared with it";
  text.addEventListener("change", noted);
  part(section, "forget").addEventListener("click", () => {
    text.value = "";
    noted();
  });
  part(section, "take").addEventListener("click", async () => {
    const { question, message } = section.last;
    text.value = (await ask("expect", { ...question, message })).expect;
    noted();
  });
  const shown = part(section, "kept");
  const error = part(section, "expect-error");
  box.addEventListener("click", async (event) => {
    const way = event.target.dataset.keep;
    if (!way) return;
    error.hidden = true;
    shown.hidden = true;
    try {
      await keep(section, way, host, shown);
    } catch (failure) {
      error.textContent = failure.message;
      error.hidden = false;
    }
  });
}

async function keep(section, way, host, shown) {
  const name = part(section, "check-name");
  if (name.value.trim() === "") {
    name.focus();
    throw new Error("Give the check a name. Reports show it.");
  }
  if (!isWritten(section)) {
    throw new Error("First write down what you expect, or take the current answer.");
  }
  const question = {
    ...(await host.question(section)),
    name: name.value.trim(),
    expect: part(section, "expected").value,
  };
  if (way === "folder") {
    const { file } = await ask("keep", question);
    shown.replaceChildren(element("p", { class: "said" }, `Kept in ${file}.`));
    shown.hidden = false;
    say(`Kept in ${file}`);
    host.checksChanged();
    return;
  }
  const { yaml, file } = await ask("check", question);
  if (way === "download") {
    download(file, yaml, "application/yaml");
  } else {
    await offer(shown, `The check, for a file such as ${file}`, yaml);
  }
}
