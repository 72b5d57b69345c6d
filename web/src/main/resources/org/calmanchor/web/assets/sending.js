// Sending a request, waiting for the answer, and showing it.

import { button, element, part, say } from "./dom.js";
import { note } from "./exchanges.js";
import { compare } from "./expect.js";
import { mark, unmark } from "./marks.js";
import { prepared, question } from "./request.js";
import { ask, call, headLines, reachable } from "./server.js";
import { paint } from "./wire.js";

/** How long a call may take before a clock is shown, in milliseconds. */
const SHORT = 1000;

/**
 * Notes that a call is under way: a second one is not begun, and after a while a clock is shown and
 * the call can be cancelled. The button stays enabled all the same: a disabled one loses the focus.
 */
function wait(section, begin) {
  const send = part(section, "send");
  const clock = part(section, "clock");
  const control = new AbortController();
  send.setAttribute("aria-disabled", "true");
  const seconds = element("span", {}, "");
  const tick = () => {
    if (clock.hidden) {
      const cancel = button("Cancel", () => control.abort());
      clock.replaceChildren("Waiting for the answer: ", seconds, " ", cancel);
      clock.hidden = false;
      say("Still waiting for the answer");
    }
    seconds.textContent = `${Math.round((performance.now() - begin) / 1000)} s`;
  };
  const ticking = setInterval(tick, SHORT);
  return {
    cancelled: control.signal,
    end: () => {
      clearInterval(ticking);
      clock.hidden = true;
      send.removeAttribute("aria-disabled");
    },
  };
}

const isWaiting = (section) => part(section, "send").hasAttribute("aria-disabled");

/** Sends the request and shows what came of it. */
export async function send(section) {
  if (isWaiting(section)) return;
  const request = await prepared(section);
  if (!request) focusMistake(section);
  if (!request || isWaiting(section)) return;
  unmark(section);
  const asked = question(section);
  const begin = performance.now();
  const waiting = wait(section, begin);
  try {
    const answer = await call(request.headers, request.envelope, waiting.cancelled);
    waiting.end();
    const last = await read(section, answer);
    section.last = { ...last, question: asked, message: answer.message };
    note({ request, answer, said: last.said });
    say(`Answer: HTTP ${answer.status}${last.said ? `, ${last.said}` : ""}`);
  } catch (failure) {
    showResponse(section, "", "");
    const words = reachable(failure);
    section.last = { isFailed: true, title: "No answer", words };
    note({ request, answer: null, said: "no answer", millis: performance.now() - begin });
    say("No answer");
  } finally {
    waiting.end();
  }
  await compare(section);
  part(section, "answer").scrollTop = 0;
  focusMistake(section);
}

/** What was refused is corrected next; otherwise the focus stays where the next call is made. */
function focusMistake(section) {
  part(section, "form").querySelector("[aria-invalid]")?.focus();
}

function showResponse(section, head, message) {
  part(section, "response").hidden = head === "";
  part(section, "response-headers").textContent = head;
  paint(part(section, "response-body"), message);
}

/** Shows an answer on the wire, and reads what it says. */
async function read(section, answer) {
  const time =
    answer.server === null
      ? `${answer.took.toFixed(0)} ms`
      : `${answer.took.toFixed(1)} ms, ${answer.server.toFixed(1)} of them in the server`;
  const status = `HTTP ${answer.status} ${answer.statusText}`.trim();
  const size = `${answer.size.toLocaleString("en")} bytes`;
  showResponse(section, headLines(`${status}   ${size} in ${time}`, answer.headers), answer.message);
  part(section, "took").textContent = `HTTP ${answer.status} · ${size} · ${answer.took.toFixed(0)} ms`;
  part(section, "wire-summary").textContent = `${status}, ${size} in ${time}`;
  if (!answer.message) return { ...arrived(answer), said: answer.status < 300 ? "result" : "" };
  if (answer.status === 401) document.querySelector(".credentials").open = true;
  if (!answer.headers["content-type"]?.includes("xml")) {
    return { isFailed: true, title: `Refused by HTTP (${answer.status})`, words: answer.message, said: "" };
  }
  const { operation } = section.dataset;
  const said = await ask("answer", { operation, message: answer.message });
  for (const problem of said.problems ?? []) {
    mark(part(section, "header-blocks"), part(section, "values"), problem);
  }
  return { read: said, said: said.said };
}

/** What an answer without a body says, as one-way operations give. */
function arrived(answer) {
  const incident = answer.headers["incident-id"];
  return answer.status < 300
    ? { read: { kind: "accepted", nodes: [] }, title: "Arrived", words: "The message was accepted. There is no answer to it." }
    : {
        isFailed: true,
        title: `Refused (${answer.status})`,
        words: `The server's log has the reason, under incident ${incident}.`,
      };
}
