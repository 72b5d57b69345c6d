// The test page of one service. It gathers plain values from the form and shows what the server
// made of them; it never builds or reads XML itself.

const desk = document.querySelector(".desk");
const { path, asking } = desk.dataset;

// --- forms -------------------------------------------------------------------------------------

/** Makes the controls of every field directly within a container ready. */
function prepare(container) {
  for (const field of container.querySelectorAll(":scope > .field")) {
    const { repeats, required } = field.dataset;
    if (repeats === "true") {
      field.querySelector(":scope > [data-add]").addEventListener("click", () => {
        addItem(field);
        changed(field);
      });
      if (required === "true") addItem(field);
    } else if (required === "true") {
      show(field);
    } else {
      const include = field.querySelector("[data-include]");
      include.addEventListener("change", () => {
        include.checked ? show(field) : values(field).replaceChildren();
        changed(field);
      });
    }
  }
}

const values = (field) => field.querySelector(":scope > .values");

/** A new control for one value of a field. */
function control(field) {
  const made = field.querySelector(":scope > template").content.firstElementChild.cloneNode(true);
  if (field.dataset.control === "structure") {
    const kind = made.querySelector(":scope > .kind > [data-kind]");
    if (kind) {
      const members = made.querySelector(":scope > [data-members]");
      const choose = () => fill(members, kind.value);
      kind.addEventListener("change", () => {
        choose();
        changed(field);
      });
      choose();
    } else {
      fill(made, field.dataset.structure);
    }
  }
  return made;
}

/** Puts the fields of a structure into a container. */
function fill(container, structure) {
  const fields = document.querySelector(`template[data-fields-of="${CSS.escape(structure)}"]`);
  container.replaceChildren(fields.content.cloneNode(true));
  prepare(container);
}

function show(field) {
  values(field).replaceChildren(control(field));
}

function addItem(field) {
  const item = document.createElement("div");
  item.className = "item";
  const remove = document.createElement("button");
  remove.type = "button";
  remove.className = "small";
  remove.textContent = "Remove";
  remove.addEventListener("click", () => {
    const add = field.querySelector(":scope > [data-add]");
    item.remove();
    add.focus();
    changed(field);
  });
  item.append(control(field), remove);
  values(field).append(item);
}

/** The plain tree of values of all fields directly within a container. */
function gather(container) {
  const tree = {};
  for (const field of container.querySelectorAll(":scope > .field")) {
    const held = values(field);
    if (field.dataset.repeats === "true") {
      tree[field.dataset.key] = [...held.children].map((item) => one(field, item.firstElementChild));
    } else if (held.firstElementChild) {
      tree[field.dataset.key] = one(field, held.firstElementChild);
    }
  }
  return tree;
}

/** The value of one control: a text, or a tree with the name of its type where it has a choice. */
function one(field, made) {
  if (field.dataset.control !== "structure") return made.value;
  const kind = made.querySelector(":scope > .kind > [data-kind]");
  return kind
    ? { "xsi:type": kind.selectedOptions[0].text, ...gather(membersOf(made)) }
    : gather(made);
}

/** The container of a structure's fields: its control, or what follows the choice of its type. */
const membersOf = (made) => made?.querySelector(":scope > [data-members]") ?? made;

/** Marks the field that a published path of the server points at. */
function mark(section, problem) {
  const isHeader = problem.path.startsWith("Header/");
  let container = part(section, isHeader ? "headers" : "values");
  let field = null;
  for (const step of problem.path.split("/").slice(1)) {
    const [, name, index] = step.match(/^@?([^[]*)(?:\[(\d+)\])?$/) ?? [];
    const next = container?.querySelector(`:scope > .field[data-key="${CSS.escape(name ?? "")}"]`);
    if (!next) break;
    field = next;
    const held = values(next).children[index ? index - 1 : 0];
    container = membersOf(index ? held?.firstElementChild : held);
  }
  if (!field) return;
  const mistake = document.createElement("p");
  mistake.className = "mistake";
  mistake.textContent = `expected ${problem.expected}`;
  field.classList.add("wrong");
  field.append(mistake);
}

function unmark(section) {
  section.querySelectorAll(".field.wrong").forEach((field) => field.classList.remove("wrong"));
  section.querySelectorAll(".mistake").forEach((mistake) => mistake.remove());
}

// --- the server's side -------------------------------------------------------------------------

async function ask(what, question) {
  const response = await fetch(`${asking}${what}`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(question),
  });
  const answer = await response.json();
  if (!response.ok) throw new Error(answer.error);
  return answer;
}

const part = (section, name) => section.querySelector(`[data-${name}]`);

/** Shows the request that the form stands for now; null when there is none. */
async function draft(section) {
  const form = part(section, "form");
  const turn = (section.turn = (section.turn ?? 0) + 1);
  const error = part(section, "request-error");
  try {
    const request = await ask("request", {
      operation: section.dataset.operation,
      version: form.elements.version.value,
      values: gather(part(section, "values")),
      headers: part(section, "headers") ? gather(part(section, "headers")) : {},
    });
    // A later change has overtaken this answer.
    if (turn !== section.turn) return request;
    error.hidden = true;
    part(section, "request-headers").textContent = headLines(`POST ${path} HTTP/1.1`, request.headers);
    paint(part(section, "request-envelope"), request.envelope);
    return request;
  } catch (failure) {
    error.hidden = false;
    error.textContent = reachable(failure);
    return null;
  }
}

function headLines(first, headers) {
  return [first, ...Object.entries(headers).map(([name, value]) => `${name}: ${value}`)].join("\n");
}

const reachable = (failure) =>
  failure instanceof TypeError
    ? `The server at ${location.host} does not answer. Is it still running? Start it again, then send once more.`
    : failure.message;

async function send(section) {
  const request = await draft(section);
  if (!request) return;
  unmark(section);
  const answer = part(section, "answer");
  const outcome = part(section, "outcome");
  const begin = performance.now();
  try {
    const response = await fetch(path, {
      method: "POST",
      headers: request.headers,
      body: request.envelope,
    });
    const message = await response.text();
    const took = performance.now() - begin;
    const size = new TextEncoder().encode(message).length;
    part(section, "response-headers").textContent = headLines(
      `HTTP ${response.status} ${response.statusText}`.trim() + `   ${size} bytes in ${took.toFixed(0)} ms`,
      Object.fromEntries(response.headers),
    );
    paint(part(section, "response-body"), message);
    if (!message) {
      outcome.replaceChildren(...arrived(response));
      answer.hidden = false;
      return;
    }
    const read = await ask("answer", { operation: section.dataset.operation, message });
    outcome.replaceChildren(...outcomeOf(section, read));
    (read.problems ?? []).forEach((problem) => mark(section, problem));
  } catch (failure) {
    part(section, "response-headers").textContent = "";
    part(section, "response-body").textContent = "";
    outcome.replaceChildren(banner(true, "No answer", reachable(failure)));
  }
  answer.hidden = false;
  answer.scrollIntoView({ block: "nearest" });
}

// --- the answer --------------------------------------------------------------------------------

function element(name, attributes, ...children) {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  made.append(...children);
  return made;
}

const banner = (isFault, title, text) =>
  element("div", { class: isFault ? "outcome fault" : "outcome" }, element("strong", {}, title), text);

/** What an answer without a body says, as one-way operations give. */
function arrived(response) {
  const incident = response.headers.get("Incident-Id");
  return response.ok
    ? [banner(false, "Arrived", "The message was read; this operation answers with nothing.")]
    : [banner(true, `Refused (${response.status})`, `The server's log says why under incident ${incident}.`)];
}

function outcomeOf(section, read) {
  switch (read.kind) {
    case "result":
      return read.nodes.length === 0
        ? [banner(false, "Done", "The operation answers with nothing, as it should.")]
        : [...read.nodes.map((node) => typed(node))];
    case "fault":
      return [
        banner(true, `Declared fault ${read.name} (${read.code})`, read.reason),
        ...(read.nodes?.length ? [table(read.nodes)] : []),
      ];
    case "refused":
      return [banner(true, `Fault (${read.code})`, read.reason)];
    default:
      return [banner(true, "This is not an answer that the contract knows", read.reason)];
  }
}

/** The result: one value large, a structure or list as a table. */
function typed(node) {
  if (node.items) {
    const count = node.items.length;
    return element(
      "div",
      {},
      banner(false, `${node.name}: ${count === 0 ? "an empty list" : `${count} item${count === 1 ? "" : "s"}`}`, node.type),
      ...(count ? [list(node.items)] : []),
    );
  }
  if (node.members) {
    return element("div", {}, banner(false, node.name, node.type), table(node.members));
  }
  return table([node]);
}

const isNumber = (node) =>
  ["byte", "short", "int", "long", "integer", "decimal", "float", "double"].includes(node.type);

/** Members as rows of name, type and value. */
function table(nodes) {
  const rows = nodes.map((node) =>
    element(
      "tr",
      { "data-result": node.name },
      element("th", { scope: "row" }, node.name),
      element("td", { class: "note" }, node.type),
      element("td", {}, valueOf(node)),
    ),
  );
  const head = ["name", "type", "value"].map((title) => element("th", { scope: "col" }, title));
  return grid(head, rows);
}

/** A table that scrolls by itself when the page is narrow. */
function grid(head, rows) {
  return element(
    "div",
    { class: "scroll" },
    element(
      "table",
      { class: "typed" },
      element("thead", {}, element("tr", {}, ...head)),
      element("tbody", {}, ...rows),
    ),
  );
}

/** Items as rows, with a column for each member. */
function list(items) {
  const columns = items[0].members;
  if (!columns) {
    return element("ol", {}, ...items.map((item) => element("li", {}, valueOf(item))));
  }
  const head = columns.map((column) =>
    element("th", { scope: "col" }, element("b", {}, column.name), element("br", {}), column.type),
  );
  const rows = items.map((item) =>
    element(
      "tr",
      {},
      ...item.members.map((member) =>
        element("td", { class: isNumber(member) ? "amount" : "" }, brief(member)),
      ),
    ),
  );
  return grid(head, rows);
}

/** A value within a row: its members one below the other, without their types. */
function brief(node) {
  if (!node.members) return valueOf(node);
  const lines = node.members.map((member) =>
    element(
      "div",
      { "data-result": member.name },
      element("span", { class: "note" }, `${member.name} `),
      brief(member),
    ),
  );
  return element("div", {}, ...lines);
}

function valueOf(node) {
  if (node.items) return node.items.length ? list(node.items) : "none";
  if (node.members) return table(node.members);
  return node.value === undefined ? element("span", { class: "quiet" }, "absent") : node.value;
}

/** Shows a message with its tags set apart from its text. Shows only: nothing is read from it. */
function paint(pre, message) {
  const pieces = message.split(/(<[^>]*>)/).filter((piece) => piece !== "");
  pre.replaceChildren(
    ...pieces.map((piece) =>
      element("span", { class: piece.startsWith("<") ? "tag" : "literal" }, piece),
    ),
  );
}

// --- the page ----------------------------------------------------------------------------------

const sections = [...document.querySelectorAll("section.operation")];
let waiting = 0;

function changed(target) {
  const section = target.closest("section.operation");
  clearTimeout(waiting);
  waiting = setTimeout(() => draft(section), 150);
}

function choose() {
  const wanted = decodeURIComponent(location.hash.slice(1));
  const chosen = sections.find((section) => section.dataset.operation === wanted) ?? sections[0];
  for (const section of sections) section.hidden = section !== chosen;
  for (const link of document.querySelectorAll(".operations li a")) {
    const isChosen = link.getAttribute("href") === `#${chosen.dataset.operation}`;
    isChosen ? link.setAttribute("aria-current", "true") : link.removeAttribute("aria-current");
  }
  draft(chosen);
}

for (const section of sections) {
  const form = part(section, "form");
  for (const members of form.querySelectorAll(":scope > .members")) prepare(members);
  form.addEventListener("input", () => changed(form));
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    send(section);
  });
}
addEventListener("hashchange", choose);
choose();
