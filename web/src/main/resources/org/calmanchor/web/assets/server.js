// What the page asks of the server. The page itself never builds or reads contract XML.

import { credentials, secured } from "./credentials.js";

const desk = document.querySelector(".desk");
export const { asking, address, service } = desk.dataset;
/** The path of the service as this browser sees it. */
export const path = new URL(desk.dataset.path, location.href).pathname;

/** How long a call may take before the page gives up, in milliseconds. */
const PATIENCE = 120_000;

export async function ask(what, question = {}) {
  const response = await fetch(`${asking}${what}`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(question),
  });
  const answer = await response.json();
  if (!response.ok) throw new Error(answer.error);
  return answer;
}

/** Sends an envelope to the endpoint, as any caller would; `cancelled` breaks the call off. */
export async function call(headers, envelope, cancelled = null) {
  const began = Date.now();
  const begin = performance.now();
  const response = await fetch(path, {
    method: "POST",
    headers: { ...headers, ...credentials(false) },
    body: await secured(envelope, false),
    // The page asks for the name and the password itself, so the browser must not.
    credentials: "omit",
    signal: AbortSignal.any([AbortSignal.timeout(PATIENCE), ...(cancelled ? [cancelled] : [])]),
  });
  const message = await response.text();
  const took = performance.now() - begin;
  const timing = response.headers.get("Server-Timing")?.match(/dur=([\d.]+)/);
  return {
    status: response.status,
    statusText: response.statusText,
    headers: Object.fromEntries(response.headers),
    message,
    size: new TextEncoder().encode(message).length,
    began,
    took,
    server: timing ? Number(timing[1]) : null,
  };
}

/** What a failure to reach the server means, and what to try. */
export function reachable(failure) {
  if (failure.name === "TimeoutError") {
    return `No answer came within ${PATIENCE / 1000} seconds, and the page stopped waiting. The service may still be working; see its log.`;
  }
  if (failure.name === "AbortError") {
    return "The call was cancelled here. The service may still be working on it.";
  }
  return failure instanceof TypeError
    ? `The server at ${location.host} does not answer, or closed the connection. Is it still running on this port? Start it again, then send again.`
    : failure.message;
}

export function headLines(first, headers) {
  const lines = Object.entries(headers).map(([name, value]) => `${name}: ${value}`);
  return [...(first === null ? [] : [first]), ...lines].join("\n");
}
