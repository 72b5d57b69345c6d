// Lists: items as rows, with a column for each member; long ones in pages, sorted by a column.

import { button, element, grid } from "./dom.js";
import { expectedCell, paired, pathOf, answerRows } from "./rows.js";
import { isNumber, keyOf, valueOf } from "./values.js";

/** How many items are shown at a time. */
const PAGE = 25;

/** A list; the expected items stand in the cells of the answered ones. */
export function list(items, wanted, steps, view) {
  const all = Array.from({ length: Math.max(items.length, view.isCompared ? wanted.length : 0) }).map(
    (_, index) => ({ index, node: items[index], wanted: wanted[index] }),
  );
  const columns = columnsOf(all);
  const place = element("div", { class: "list-of-items" });
  const state = { from: 0, by: null, isDown: false };
  const draw = () => place.replaceChildren(...drawn(all, columns, state, steps, view, draw));
  draw();
  return place;
}

/** The members of the items, if all have the same; null for single values and mixed types. */
function columnsOf(all) {
  const first = (all[0]?.node ?? all[0]?.wanted)?.members;
  if (!first) return null;
  const names = (members) => members?.map((member) => member.name).join();
  const isSame = all.every(({ node, wanted }) => names((node ?? wanted).members) === names(first));
  return isSame ? first : null;
}

function drawn(all, columns, state, steps, view, draw) {
  const sorted = state.by === null ? all : [...all].sort(order(state));
  const some = sorted.slice(state.from, state.from + PAGE);
  const rows = columns
    ? [grid(head(columns, state, draw), some.map((item) => row(item, columns, steps, view)))]
    : [single(some, steps, view)];
  return all.length > PAGE ? [...rows, pages(all.length, state, draw)] : rows;
}

const cellText = ({ node, wanted }, index) => (node ?? wanted)?.members[index]?.value ?? "";

/** Numbers by value, all else by its characters. */
function order({ by, isDown }) {
  const sign = isDown ? -1 : 1;
  return (a, b) => {
    const [one, other] = [cellText(a, by), cellText(b, by)];
    const member = (a.node ?? a.wanted).members[by];
    return sign * (isNumber(member) ? Number(one) - Number(other) : one < other ? -1 : one > other ? 1 : 0);
  };
}

function head(columns, state, draw) {
  return columns.map((column, index) => {
    const isBy = state.by === index;
    const sort = button("", () => {
      Object.assign(state, { by: index, isDown: isBy && !state.isDown, from: 0 });
      draw();
    }, { class: "sort", title: `Sort by ${column.name}` });
    sort.append(
      element("b", {}, column.name),
      isBy ? (state.isDown ? " \u2193" : " \u2191") : "",
      element("span", { class: "type" }, column.type),
    );
    const attributes = { scope: "col", class: isNumber(column) ? "amount" : "" };
    if (isBy) attributes["aria-sort"] = state.isDown ? "descending" : "ascending";
    return element("th", attributes, sort);
  });
}

function row({ index, node, wanted }, columns, steps, view) {
  const at = [...steps, index];
  const members = new Map(paired(node?.members, wanted?.members).map((each) => [keyOf(each.node ?? each.wanted), each]));
  const isMissing = !node;
  const made = element("tr", { class: isMissing ? "differs" : "" });
  for (const column of columns) {
    const pair = members.get(keyOf(column)) ?? {};
    made.append(
      element(
        "td",
        { class: isNumber(column) ? "amount" : "" },
        within(pair, [...at, keyOf(column)], view),
      ),
    );
  }
  return made;
}

/** A value within a row: its members one below the other, without their types. */
function within({ node, wanted }, steps, view) {
  const shown = node ?? wanted;
  if (!shown) return "";
  if (shown.members) {
    const lines = paired(node?.members, wanted?.members).map((each) => {
      const member = each.node ?? each.wanted;
      return element(
        "div",
        { "data-result": member.name },
        element("span", { class: "note" }, `${member.name} `),
        within(each, [...steps, keyOf(member)], view),
      );
    });
    return element("div", {}, ...lines);
  }
  if (shown.items) {
    const some = (node?.items.length ?? 0) || (view.isCompared && (wanted?.items.length ?? 0));
    return some ? list(node?.items ?? [], wanted?.items ?? [], steps, view) : "none";
  }
  const value = node ? valueOf(node) : "\u2014";
  if (!view.isCompared) return value;
  const isDifferent = view.differences.has(pathOf(steps));
  return element(
    "span",
    { class: isDifferent ? "cell differs" : "cell" },
    value,
    expectedCell(shown, wanted, steps, view),
  );
}

/** Single values, or structures of several types, one below the other. */
function single(some, steps, view) {
  const isPlain = some.every(({ node, wanted }) => !(node ?? wanted).members && !(node ?? wanted).items);
  if (isPlain) {
    const start = (some[0]?.index ?? 0) + 1;
    return element(
      "ol",
      { start: String(start) },
      ...some.map((item) =>
        element("li", {}, within(item, [...steps, item.index], view)),
      ),
    );
  }
  return element(
    "div",
    {},
    ...some.map(({ index, node, wanted }) =>
      element("div", { class: "of-many" }, ...inner(node, wanted, [...steps, index], view)),
    ),
  );
}

function inner(node, wanted, steps, view) {
  const shown = node ?? wanted;
  const title = element("p", { class: "quiet" }, `${shown.name} ${shown.type}`);
  if (shown.items) return [title, list(node?.items ?? [], wanted?.items ?? [], steps, view)];
  const edit = (rest, text) => view.edit([...steps, ...rest], text);
  const differences = new Map(
    [...view.differences].flatMap(([path, each]) => {
      const start = `${pathOf(steps)}/`;
      return path.startsWith(start) ? [[path.slice(start.length), each]] : [];
    }),
  );
  return [title, ...answerRows(node?.members ?? [], wanted?.members ?? [], { ...view, edit, differences })];
}

function pages(length, state, draw) {
  const to = Math.min(length, state.from + PAGE);
  const go = (by) => {
    state.from += by;
    draw();
  };
  const back = button("Previous", () => go(-PAGE));
  const next = button("Next", () => go(PAGE));
  back.disabled = state.from === 0;
  next.disabled = to === length;
  return element("p", { class: "pages" }, back, ` ${state.from + 1}\u2013${to} of ${length} `, next);
}
