// What an answer says: one verdict, and its values beside what is expected.

import { banner, element, part } from "./dom.js";
import { answerRows } from "./rows.js";

const missing = { kind: "", nodes: [] };

/** Shows the last answer of an operation, beside what is expected if anything is. */
export function showAnswer(section, edit) {
  const { last, comparison, expectation } = section;
  const read = last?.read ?? missing;
  const wanted = comparison?.expected ?? expectation?.expected ?? null;
  const differences = comparison?.differences ?? [];
  part(section, "verdict").replaceChildren(...verdict(last, read, comparison));
  const isSame = wanted === null || !last || isSameKind(read, wanted);
  const view = {
    differences: new Map(differences.map((each) => [each.path, each])),
    titles: comparison?.titles ?? ["answered", "expected"],
    isCompared: wanted !== null,
    isEditable: wanted !== null && !comparison?.titles,
    isNamedOnly: (expectation?.expect ?? {}).compare === "named",
    edit,
  };
  const shown = [];
  if (last) shown.push(...title(last, read, wanted !== null));
  if (last && isSame) shown.push(...answerRows(nodesOf(read, wanted), nodesOf(wanted), view));
  if (last && !isSame) {
    shown.push(...answerRows(read.nodes ?? [], [], { ...view, isCompared: false }));
  }
  if (wanted && (!last || !isSame)) {
    shown.push(element("h4", {}, comparison?.titles?.[1] ?? "Expected"));
    shown.push(...expectedOnly(wanted, view));
  }
  if (shown.length === 0) {
    const nothing = "Send the call, and the answer appears here.";
    shown.push(element("p", { class: "quiet" }, nothing));
  }
  part(section, "outcome").replaceChildren(...shown);
}

/** An answer and an expectation of one kind stand side by side. */
const isSameKind = (read, wanted) =>
  read.kind === wanted.kind && (read.kind !== "fault" || read.name === wanted.name);

const nodesOf = (read) => read?.nodes ?? [];

/** What is expected, where no answer stands beside it. */
function expectedOnly(wanted, view) {
  if (wanted.kind === "accepted") return [element("p", {}, "The message is accepted.")];
  const title = wanted.kind === "result" ? [] : [element("p", {}, `Fault ${wanted.name ?? ""}`)];
  return [...title, ...answerRows([], nodesOf(wanted), { ...view, isUnanswered: true })];
}

/** One line: whether the answer is as expected; without an expectation, what kind it is. */
function verdict(last, read, comparison) {
  if (!last || !comparison) return [];
  const { differences, titles } = comparison;
  const count = differences.length;
  if (count === 0) {
    const words = titles ? `${titles[0]} and ${titles[1]} have the same values` : "As expected";
    return [banner(false, words, "")];
  }
  const where = differences.filter((each) => each.path === "" || each.path === "fault");
  const words = where.length
    ? `expected ${where[0].expected}, found ${where[0].found}`
    : `${count} difference${count === 1 ? "" : "s"}: ${paths(differences)}`;
  return [banner(true, titles ? "Different answers" : "Not as expected", words)];
}

/** Where the first differences are. */
const paths = (differences) =>
  differences.slice(0, 3).map((each) => each.path).join(", ") + (differences.length > 3 ? " …" : "");

/** What kind of answer it is. Beside a verdict it has no colour of its own. */
function title(last, read, isCompared) {
  const line = (isFault, name, text) =>
    isCompared
      ? [element("p", { class: "kind-line" }, element("strong", {}, name), " ", text)]
      : [banner(isFault, name, text)];
  switch (read.kind) {
    case "result":
      return titleOfResult(read, line);
    case "fault":
      return line(true, `Declared fault ${read.name} (${read.code})`, read.reason);
    case "refused":
      return line(true, `Fault (${read.code})`, read.reason);
    case "unreadable":
      return line(true, "The contract has no such answer", read.reason);
    default:
      return line(last.isFailed, last.title, last.words);
  }
}

function titleOfResult(read, line) {
  const [node] = read.nodes;
  if (!node) return line(false, "Done", "The operation returned no values, as the contract says.");
  if (read.nodes.length > 1) {
    return line(false, "Result", `${read.nodes.length} values`);
  }
  if (node.items) {
    const count = node.items.length;
    const said = count === 0 ? "an empty list" : `${count} item${count === 1 ? "" : "s"}`;
    return line(false, `${node.name}: ${said}`, node.type);
  }
  return line(false, node.name, node.type);
}
