// Single values of an answer: texts, nil, files and pictures.

import { button, download, element } from "./dom.js";

const NUMBERS = ["byte", "short", "int", "long", "integer", "decimal", "float", "double"];

/** The type's name may be followed by what its facets ask for, as in "int, at least 1". */
export const isNumber = (node) => NUMBERS.includes(node.type.split(",")[0]);

export const keyOf = (node) => node.key ?? node.name;

/** A value as it is shown; not for structures and lists. */
export function valueOf(node) {
  if (node.nil) return element("span", { class: "quiet" }, "nil");
  if (node.isBinary && node.value) return file(node);
  if (node.value === undefined) return element("span", { class: "quiet" }, "absent");
  return node.value.length > MOST_CHARACTERS ? cut(node) : node.value;
}

/** Longer texts would make the page slow. */
const MOST_CHARACTERS = 20_000;

function cut(node) {
  const save = button(`Save all ${node.value.length.toLocaleString("en")} characters`, () =>
    download(`${node.name}.txt`, node.value),
  );
  return element("span", {}, `${node.value.slice(0, MOST_CHARACTERS)}\u2026 `, save);
}

/** Pictures that are shown, by their first bytes; none that can hold scripts. */
const PICTURES = [
  ["image/png", [0x89, 0x50, 0x4e, 0x47]],
  ["image/jpeg", [0xff, 0xd8, 0xff]],
  ["image/gif", [0x47, 0x49, 0x46, 0x38]],
];

const decoded = (text) => Uint8Array.from(atob(text.replace(/\s/g, "")), (c) => c.charCodeAt(0));

/** How many bytes a text in Base64 stands for. */
export const bytesOf = (text) => decoded(text).length.toLocaleString("en");

function file(node) {
  const bytes = decoded(node.value);
  const save = button(`Save ${bytes.length.toLocaleString("en")} bytes`, () =>
    download(node.name, bytes, "application/octet-stream"),
  );
  const [type] = PICTURES.find(([, start]) => start.every((byte, i) => bytes[i] === byte)) ?? [];
  if (!type) return save;
  const src = URL.createObjectURL(new Blob([bytes], { type }));
  const picture = element("img", { src, alt: `The picture ${node.name}`, class: "small-picture" });
  picture.addEventListener("load", () => URL.revokeObjectURL(src));
  return element("span", { class: "picture" }, picture, save);
}
