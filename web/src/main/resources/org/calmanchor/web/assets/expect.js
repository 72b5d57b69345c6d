// What is expected of an operation: typed into the answer's cells, taken from an answer, or written
// as text; compared with every answer, and kept as a check.

import { showAnswer } from "./answer.js";
import { download, element, offer, part, say } from "./dom.js";
import { ask, path, service } from "./server.js";

const KEPT = (section) => `expectation ${path} ${service} ${section.dataset.operation}`;

export const isExpecting = (section) => Boolean(section.expectation);

/**
 * Sets what is expected, as in a check file; null for nothing. Shows it beside the last answer.
 */
export async function expectThat(section, expect) {
  const error = part(section, "expect-error");
  error.hidden = true;
  try {
    section.expectation =
      expect === null || expect === ""
        ? null
        : await ask("read", {
            operation: section.dataset.operation,
            expect: typeof expect === "string" ? expect : JSON.stringify(expect),
          });
  } catch (failure) {
    error.textContent = failure.message;
    error.hidden = false;
    part(section, "expect").open = true;
    return;
  }
  const text = section.expectation?.text ?? "";
  part(section, "expected").value = text;
  remember(section, text);
  await compare(section);
}

/** Keeps the expectation for when the page comes back. */
function remember(section, text) {
  try {
    text ? localStorage.setItem(KEPT(section), text) : localStorage.removeItem(KEPT(section));
  } catch {
    // More than a browser keeps: after a reload nothing is expected.
    localStorage.removeItem(KEPT(section));
  }
}

/** Compares the last answer with what is expected, and shows both. */
export async function compare(section) {
  const { last, expectation } = section;
  const error = part(section, "expect-error");
  section.comparison = null;
  if (last?.question && expectation) {
    error.hidden = true;
    try {
      const expect = JSON.stringify(expectation.expect);
      const { question, message } = last;
      section.comparison = await ask("compare", { ...question, expect, message });
    } catch (failure) {
      error.textContent = failure.message;
      error.hidden = false;
    }
  }
  show(section);
}

/** Shows the answer, the expectation, and the controls that fit them. */
export function show(section) {
  const { last, expectation } = section;
  showAnswer(section, (steps, text) => edit(section, steps, text));
  part(section, "take").disabled = !last?.question;
  part(section, "expecting").hidden = !expectation;
  part(section, "keeping").hidden = !expectation;
  part(section, "answer-copies").hidden = !last?.read?.nodes?.length;
  const isText = typeof expectation?.expect === "string";
  part(section, "named-only").checked = expectation?.expect?.compare === "named";
  part(section, "named-only").disabled = isText;
  part(section, "check-name").placeholder = proposedName(section);
}

/** Puts a text that was typed into a cell into the expectation; undefined takes it out. */
function edit(section, steps, text) {
  const expect = structuredClone(section.expectation.expect);
  const root = "result" in expect ? "result" : "detail";
  expect[root] ??= {};
  put(expect[root], steps, text);
  return expectThat(section, expect);
}

function put(tree, [step, ...rest], text) {
  if (rest.length > 0) {
    if (!Object.hasOwn(tree, step)) own(tree, step, typeof rest[0] === "number" ? [] : {});
    put(tree[step], rest, text);
  } else if (text !== undefined) {
    own(tree, step, text);
  } else if (Array.isArray(tree)) {
    tree.splice(step, 1);
  } else {
    delete tree[step];
  }
}

/** Sets a property of the tree itself, whatever its name: a member may be named __proto__. */
const own = (tree, key, value) =>
  Object.defineProperty(tree, key, { value, writable: true, enumerable: true, configurable: true });

/** A name from what is sent and what is expected, for those who give none. */
function proposedName(section) {
  const texts = [];
  const collect = (value) => {
    if (typeof value === "string") texts.push(value);
    else if (value && typeof value === "object") Object.values(value).forEach(collect);
  };
  collect(section.last?.question?.values);
  const said = texts.filter((text) => text !== "" && text.length < 30).slice(0, 4).join(", ");
  const fault = section.expectation?.expect?.fault;
  const name = [section.dataset.operation, said && ` with ${said}`, fault && ` ends in ${fault}`];
  return name.filter(Boolean).join("").slice(0, 80);
}

/** Makes a section's controls ready. */
export function prepareExpected(section, host) {
  const text = part(section, "expected");
  text.addEventListener("change", () => expectThat(section, text.value.trim()));
  part(section, "forget").addEventListener("click", () => expectThat(section, null));
  part(section, "take").addEventListener("click", () => take(section));
  part(section, "named-only").addEventListener("change", (event) => {
    const { compare: _, ...expect } = section.expectation.expect;
    expectThat(section, event.target.checked ? { ...expect, compare: "named" } : expect);
  });
  for (const way of section.querySelectorAll("[data-keep]")) {
    way.addEventListener("click", () => keepAs(section, way.dataset.keep, host));
  }
  const kept = localStorage.getItem(KEPT(section));
  if (kept) expectThat(section, kept);
}

/** Expects what was answered. */
export async function take(section) {
  if (!section.last?.question) return;
  const { question, message } = section.last;
  try {
    const { expect } = await ask("expect", { ...question, message });
    await expectThat(section, expect);
  } catch (failure) {
    part(section, "expect-error").textContent = failure.message;
    part(section, "expect-error").hidden = false;
  }
}

async function keepAs(section, way, host) {
  const shown = part(section, "kept");
  const error = part(section, "expect-error");
  error.hidden = true;
  shown.hidden = true;
  try {
    await keep(section, way, host, shown);
  } catch (failure) {
    error.textContent = failure.message;
    error.hidden = false;
  }
}

async function keep(section, way, host, shown) {
  const box = part(section, "check-name");
  const name = box.value.trim() || box.placeholder;
  const asked = section.last?.question ?? host.question(section);
  const expect = JSON.stringify(section.expectation.expect);
  const question = { ...asked, name, expect };
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
