// Sending a request, waiting for the answer, and showing it.

import { arrived, brief, outcomeOf } from "./answer.js";
import { banner, button, element, part, say } from "./dom.js";
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
  if (!request || isWaiting(section)) return;
  unmark(section);
  const asked = question(section);
  const outcome = part(section, "outcome");
  const begin = performance.now();
  const waiting = wait(section, begin);
  try {
    const answer = await call(request.headers, request.envelope, waiting.cancelled);
    waiting.end();
    const read = await shown(section, answer);
    say(`Answer: HTTP ${answer.status}${brief(read) ? `, ${brief(read)}` : ""}`);
    section.last = { question: asked, message: answer.message };
    part(section, "take").disabled = false;
    await compare(section, asked, answer.message);
    note({
      requestHeaders: request.headers,
      request: request.envelope,
      status: answer.status,
      responseHeaders: answer.headers,
      response: answer.message,
      millis: answer.took,
      said: brief(read),
    });
  } catch (failure) {
    part(section, "response-headers").textContent = "";
    part(section, "response-body").textContent = "";
    part(section, "agreement").replaceChildren();
    outcome.replaceChildren(banner(true, "No answer", reachable(failure)));
    say("No answer");
    note({
      requestHeaders: request.headers,
      request: request.envelope,
      status: 0,
      response: "",
      millis: performance.now() - begin,
      said: "no answer",
    });
  } finally {
    waiting.end();
  }
  const answer = part(section, "answer");
  answer.hidden = false;
  answer.scrollIntoView({ block: "nearest" });
}

/** Shows an answer, and gives its typed outcome, or null where it has none. */
async function shown(section, answer) {
  const time =
    answer.server === null
      ? `${answer.took.toFixed(0)} ms`
      : `${answer.took.toFixed(1)} ms, ${answer.server.toFixed(1)} of them in the server`;
  const status = `HTTP ${answer.status} ${answer.statusText}`.trim();
  part(section, "response-headers").textContent = headLines(
    `${status}   ${answer.size.toLocaleString("en")} bytes in ${time}`,
    answer.headers,
  );
  paint(part(section, "response-body"), answer.message);
  const outcome = part(section, "outcome");
  if (!answer.message) {
    outcome.replaceChildren(...arrived(answer));
    return null;
  }
  if (!answer.headers["content-type"]?.includes("xml")) {
    const title = `Refused by HTTP (${answer.status})`;
    outcome.replaceChildren(banner(true, title, answer.message));
    return null;
  }
  const read = await ask("answer", {
    operation: section.dataset.operation,
    message: answer.message,
  });
  outcome.replaceChildren(...outcomeOf(read));
  for (const problem of read.problems ?? []) {
    mark(part(section, "header-blocks"), part(section, "values"), problem);
  }
  return read;
}
