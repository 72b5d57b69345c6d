// Values as rows: the name with its type beneath, the answered value, the expected one.

import { button, element, grid, heading } from "./dom.js";
import { list } from "./lists.js";
import { bytesOf, isNumber, keyOf, valueOf } from "./values.js";

/**
 * The rows of an answer. Nodes and expected nodes are paired by their keys.
 *
 * @param view `differences` by path, `isCompared`, `isEditable`, `edit(steps, text)`
 */
export function answerRows(nodes, expected, view) {
  const pairs = paired(nodes, expected);
  if (pairs.length === 0) return [];
  // The one result of an operation needs no row around its members.
  const [{ node, wanted }] = pairs;
  const only = node ?? wanted;
  const steps = [keyOf(only)];
  if (pairs.length === 1 && only.items) return wholeList(only, node, wanted, steps, view);
  const rows =
    pairs.length === 1 && only.members
      ? paired(node?.members, wanted?.members).flatMap((each) => rowsOf(each, steps, 0, view))
      : pairs.flatMap((each) => rowsOf(each, [], 0, view));
  const head = view.isCompared
    ? [element("td", {}), ...view.titles.map(heading)]
    : [];
  return [grid(head, rows, "typed answered")];
}

function wholeList(only, node, wanted, steps, view) {
  const parts = [];
  if (view.isCompared && wanted && (node?.items.length ?? 0) !== wanted.items.length) {
    parts.push(element("p", { class: "differs" }, `expected ${count(wanted.items.length)}`));
  }
  return [...parts, list(node?.items ?? [], wanted?.items ?? [], steps, view)];
}

const count = (n) => `${n} item${n === 1 ? "" : "s"}`;

/** Pairs answered and expected nodes, in the order of the answer. */
export function paired(nodes = [], expected = []) {
  const others = new Map(expected.map((each) => [keyOf(each), each]));
  const pairs = nodes.map((node) => {
    const wanted = others.get(keyOf(node));
    others.delete(keyOf(node));
    return { node, wanted };
  });
  return [...pairs, ...[...others.values()].map((wanted) => ({ node: undefined, wanted }))];
}

const pathOf = (steps) =>
  steps.reduce(
    (path, step) => (typeof step === "number" ? `${path}[${step + 1}]` : path ? `${path}/${step}` : step),
    "",
  );

function rowsOf({ node, wanted }, above, depth, view) {
  const shown = node ?? wanted;
  const steps = [...above, keyOf(shown)];
  const type = view.differences.get(`${pathOf(steps)}/xsi:type`);
  const difference = view.differences.get(pathOf(steps)) ?? type;
  const name = element(
    "th",
    { scope: "row" },
    shown.name,
    element("span", { class: "type" }, shown.type),
  );
  name.style.setProperty("--depth", depth);
  const attributes = { "data-result": shown.name };
  if (difference) attributes.class = "differs";
  const inner = (node?.members || (!node && wanted?.members)) && {
    pairs: paired(node?.members, wanted?.members),
  };
  if (inner) {
    const rows = inner.pairs.flatMap((each) => rowsOf(each, steps, depth + 1, view));
    const said = type ? `expected the type ${type.expected}` : difference ? "expected nothing" : "";
    const kind = difference ? "group differs" : "group";
    const head = element("tr", { ...attributes, class: kind }, name, element("td", { colspan: 2 }, said));
    name.firstChild.after(fold(rows, shown.name));
    return [head, ...rows];
  }
  const items = node?.items ?? (node ? undefined : wanted?.items);
  if (items) {
    const row = element("tr", { ...attributes, class: difference ? "group differs" : "group" }, name);
    const wantedItems = wanted?.items ?? [];
    const some = items.length || (view.isCompared && wantedItems.length);
    row.append(
      element(
        "td",
        { colspan: 2 },
        difference ? element("p", { class: "differs" }, `expected ${difference.expected}`) : "",
        some ? list(node?.items ?? [], wantedItems, steps, view) : "none",
      ),
    );
    return [row];
  }
  const row = element(
    "tr",
    attributes,
    name,
    element("td", { class: isNumber(shown) ? "amount" : "" }, node ? valueOf(node) : "\u2014"),
  );
  if (view.isCompared) {
    const cell = expectedCell(shown, wanted, steps, view);
    row.append(element("td", { class: isNumber(shown) ? "wanted amount" : "wanted" }, cell));
  }
  return [row];
}

function fold(rows, name) {
  const toggle = button("", () => {
    const isOpen = toggle.getAttribute("aria-expanded") !== "true";
    toggle.setAttribute("aria-expanded", String(isOpen));
    for (const row of rows) row.classList.toggle("folded", !isOpen);
  }, { class: "fold", "aria-expanded": "true", "aria-label": `Fold ${name}` });
  return toggle;
}

/** The expected value: typing into the cell changes the expectation. */
export function expectedCell(node, wanted, steps, view) {
  const text = wanted?.nil ? "nil" : wanted?.value;
  if (!view.isEditable || wanted?.nil || wanted?.members || node.isBinary || node.members) {
    if (wanted?.isBinary && text) return `${bytesOf(text)} bytes`;
    if (wanted?.members) return "a structure";
    return text ?? element("span", { class: "quiet" }, view.isNamedOnly ? "any" : "absent");
  }
  const input = element("input", {
    type: "text",
    class: "expected",
    "aria-label": `Expected ${pathOf(steps)}`,
    placeholder: view.isNamedOnly ? "any" : "absent",
    autocomplete: "off",
    spellcheck: "false",
  });
  input.value = text === "" ? '""' : (text ?? "");
  input.size = Math.max(6, Math.min(24, input.value.length + 1));
  input.addEventListener("change", () => {
    const typed = input.value.trim();
    view.edit(steps, typed === "" ? undefined : typed === '""' ? "" : input.value);
  });
  return input;
}

export { pathOf };
