/** What a page brings besides its drawing: the answers the front end asks for first, as the server gave them then. */
import { keepOnDevice } from "../offline/kept";

/** From then on what the page brought is no longer now. */
const NOW_SECONDS = 10;

const brought = document.getElementById("told")?.textContent;
const told = new Map<string, unknown>(Object.entries(JSON.parse(brought ?? "{}") as Record<string, unknown>));
window.setTimeout(() => told.clear(), NOW_SECONDS * 1000);

export const isTold = (path: string) => told.has(path);

/** As `fetch`, but that the first who asks for what the page brought has it at once. */
export async function fetchOrTold(request: Request): Promise<Response> {
  const path = request.url.slice(new URL(request.url).origin.length);
  const answer = request.method === "GET" ? told.get(path) : undefined;
  if (answer === undefined) return fetch(request);
  told.delete(path);
  void keepOnDevice(path, answer);
  return new Response(JSON.stringify(answer), { headers: { "Content-Type": "application/json" } });
}
