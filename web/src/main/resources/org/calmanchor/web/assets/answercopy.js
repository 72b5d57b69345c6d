// The values of an answer as JSON, CSV or YAML.

import { offer, part } from "./dom.js";
import { isNumber } from "./values.js";

/** Copies the last answer. */
export async function copyAnswer(section, way) {
  const nodes = section.last?.read?.nodes ?? [];
  const titles = { json: "The answer as JSON", csv: "The answer as CSV", yaml: "The answer as YAML" };
  const writers = { json, csv, yaml };
  await offer(part(section, "kept"), titles[way], writers[way](nodes));
}

/** The one result stands for itself; several members are an object. */
const root = (nodes) => (nodes.length === 1 ? plain(nodes[0]) : object(nodes));

const object = (nodes) =>
  Object.fromEntries(nodes.filter((node) => plain(node) !== undefined).map((node) => [node.name, plain(node)]));

/** A number that JSON would round stays a text. */
function plain(node) {
  if (node.nil) return null;
  if (node.items) return node.items.map(plain);
  if (node.members) return object(node.members);
  if (node.type === "boolean" && node.value !== undefined) {
    return node.value === "true" || node.value === "1";
  }
  const isExact = isNumber(node) && /^-?(0|[1-9]\d{0,14})(\.\d{1,6})?$/.test(node.value ?? "");
  return isExact ? { number: node.value } : node.value;
}

/** A decimal keeps the digits that were sent: 42.50 and not 42.5. */
function json(nodes) {
  const numbers = [];
  const text = JSON.stringify(
    root(nodes) ?? null,
    (key, value) => {
      if (value && typeof value === "object" && Object.keys(value).join() === "number") {
        numbers.push(value.number);
        return `\u0000${numbers.length - 1}\u0000`;
      }
      return value;
    },
    2,
  );
  return text.replace(/"\\u0000(\d+)\\u0000"/g, (_, index) => numbers[index]);
}

const flat = (node, prefix = "") => {
  const name = prefix ? `${prefix}.${node.name}` : node.name;
  if (node.members) return node.members.flatMap((member) => flat(member, name));
  if (node.items) return [[name, node.items.map((item) => item.value ?? "").join(" ")]];
  return [[name, node.nil ? "" : (node.value ?? "")]];
};

/** A line for each item of a list, else one; a cell that a spreadsheet would run is made a text. */
function csv(nodes) {
  const list = nodes.length === 1 && nodes[0].items ? nodes[0].items : null;
  const items = list ?? [{ name: "", members: nodes.length === 1 && nodes[0].members ? nodes[0].members : nodes }];
  const rows = items.map((item) => new Map(item.members ? item.members.flatMap((each) => flat(each)) : [["value", item.value ?? ""]]));
  const columns = [...new Set(rows.flatMap((row) => [...row.keys()]))];
  const cell = (text) => {
    const safe = /^[=+@\t\r]|^-(?![\d.])/.test(text) ? `'${text}` : text;
    return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
  };
  const lines = [columns, ...rows.map((row) => columns.map((column) => row.get(column) ?? ""))];
  return `${lines.map((line) => line.map(cell).join(",")).join("\n")}\n`;
}

/** JSON's texts are YAML's, so only what must be quoted is. */
const scalar = (value) => {
  if (value === null) return "null";
  if (typeof value !== "string") return String(value.number ?? value);
  const isPlain = /^[A-Za-z][\w .@/-]*$/.test(value) && !/^(true|false|null|yes|no|on|off|y|n)$/i.test(value);
  return isPlain && !value.endsWith(" ") ? value : JSON.stringify(value);
};

function yaml(nodes) {
  const isLeaf = (value) =>
    value === null || typeof value !== "object" || Object.keys(value).join() === "number";
  const lines = (value, indent) => {
    if (isLeaf(value)) return [`${indent}${scalar(value)}`];
    if (Array.isArray(value)) {
      if (value.length === 0) return [`${indent}[]`];
      return value.flatMap((item) => {
        const [first, ...rest] = lines(item, `${indent}  `);
        return [`${indent}- ${first.trimStart()}`, ...rest];
      });
    }
    const entries = Object.entries(value);
    if (entries.length === 0) return [`${indent}{}`];
    return entries.flatMap(([key, member]) => {
      if (isLeaf(member)) return [`${indent}${scalar(key)}: ${scalar(member)}`];
      const inner = lines(member, `${indent}  `);
      const isEmpty = inner.length === 1 && /^\s*(\[\]|\{\})$/.test(inner[0]);
      return isEmpty
        ? [`${indent}${scalar(key)}: ${inner[0].trim()}`]
        : [`${indent}${scalar(key)}:`, ...inner];
    });
  };
  return `${lines(root(nodes) ?? null, "").join("\n")}\n`;
}
