// What an answer says: the typed outcome as people read it.

import { banner, button, download, element, grid } from "./dom.js";

/** What an answer without a body says, as one-way operations give. */
export function arrived(answer) {
  const incident = answer.headers["incident-id"];
  return answer.status < 300
    ? [banner(false, "Arrived", "The message was accepted. This operation has no answer.")]
    : [
        banner(
          true,
          `Refused (${answer.status})`,
          `The server's log has the reason, under incident ${incident}.`,
        ),
      ];
}

export function outcomeOf(read) {
  switch (read.kind) {
    case "result":
      return read.nodes.length === 0
        ? [banner(false, "Done", "The operation returned no values, as the contract says.")]
        : read.nodes.map((node) => typed(node));
    case "fault":
      return [
        banner(true, `Declared fault ${read.name} (${read.code})`, read.reason),
        ...(read.nodes?.length ? [table(read.nodes)] : []),
      ];
    case "refused":
      return [banner(true, `Fault (${read.code})`, read.reason)];
    default:
      return [banner(true, "The contract has no such answer", read.reason)];
  }
}

/** One line for a list of exchanges. */
export function brief(read) {
  switch (read?.kind) {
    case "result":
      return "result";
    case "fault":
      return `fault ${read.name}`;
    case "refused":
      return `fault (${read.code})`;
    default:
      return read ? "not in the contract" : "";
  }
}

/** The result: one value large, a structure or list as a table. */
function typed(node) {
  if (node.items) {
    const count = node.items.length;
    const said = count === 0 ? "an empty list" : `${count} item${count === 1 ? "" : "s"}`;
    return element(
      "div",
      {},
      banner(false, `${node.name}: ${said}`, node.type),
      ...(count ? [list(node.items)] : []),
    );
  }
  if (node.members) {
    return element("div", {}, banner(false, node.name, node.type), table(node.members));
  }
  return table([node]);
}

const NUMBERS = ["byte", "short", "int", "long", "integer", "decimal", "float", "double"];
const isNumber = (node) => NUMBERS.includes(node.type);

/** Members as rows: the name with its type beneath, and the value. */
function table(nodes) {
  const rows = nodes.map((node) =>
    element(
      "tr",
      { "data-result": node.name },
      element(
        "th",
        { scope: "row" },
        node.name,
        element("span", { class: "type" }, node.type),
      ),
      element("td", {}, valueOf(node)),
    ),
  );
  return grid([], rows);
}

/** Items as rows, with a column for each member; those of several types one below the other. */
function list(items) {
  const columns = items[0].members;
  if (!columns) {
    return element("ol", {}, ...items.map((item) => element("li", {}, valueOf(item))));
  }
  const names = (item) => item.members?.map((member) => member.name).join();
  if (items.some((item) => names(item) !== names(items[0]))) {
    return element("div", {}, ...items.map((item) => typed(item)));
  }
  const head = columns.map((column) =>
    element(
      "th",
      { scope: "col" },
      element("b", {}, column.name),
      element("br"),
      column.type,
    ),
  );
  const rows = items.map((item) =>
    element(
      "tr",
      {},
      ...item.members.map((member) =>
        element("td", { class: isNumber(member) ? "amount" : "" }, within(member)),
      ),
    ),
  );
  return grid(head, rows);
}

/** A value within a row: its members one below the other, without their types. */
function within(node) {
  if (!node.members) return valueOf(node);
  const lines = node.members.map((member) =>
    element(
      "div",
      { "data-result": member.name },
      element("span", { class: "note" }, `${member.name} `),
      within(member),
    ),
  );
  return element("div", {}, ...lines);
}

function valueOf(node) {
  if (node.items) return node.items.length ? list(node.items) : "none";
  if (node.members) return table(node.members);
  if (node.nil) return element("span", { class: "quiet" }, "nil");
  if (node.isBinary && node.value) return file(node);
  return node.value === undefined ? element("span", { class: "quiet" }, "absent") : node.value;
}

function file(node) {
  const bytes = Uint8Array.from(atob(node.value.replace(/\s/g, "")), (c) => c.charCodeAt(0));
  return button(`Save ${bytes.length.toLocaleString("en")} bytes`, () =>
    download(node.name, bytes, "application/octet-stream"),
  );
}
