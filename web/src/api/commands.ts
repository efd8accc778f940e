/** Every write that may wait on the device: one table, checked against the API's own schema. */
import type { paths } from "../../generated/schema";

/** Route and method by kind. A route that the schema does not have leaves its body and answer as `never`. */
export const COMMANDS = {
  step: { method: "PUT", route: "/api/visits/{visit_id}/steps/{step_id}" },
  undo: { method: "PUT", route: "/api/visits/{visit_id}/steps/{step_id}/undone" },
  verdict: { method: "PUT", route: "/api/visits/{visit_id}/pieces/{piece_id}/verdict" },
  pin: { method: "PUT", route: "/api/visits/{visit_id}/pieces/{piece_id}/pins/{pin_id}" },
  unpin: { method: "DELETE", route: "/api/visits/{visit_id}/pieces/{piece_id}/pins/{pin_id}" },
  work: { method: "PUT", route: "/api/visits/{visit_id}/pieces/{piece_id}/work/{work_id}" },
  unwork: { method: "DELETE", route: "/api/visits/{visit_id}/pieces/{piece_id}/work/{work_id}" },
  tick: { method: "PUT", route: "/api/visits/{visit_id}/ticks/{tick_id}" },
  untick: { method: "DELETE", route: "/api/visits/{visit_id}/ticks/{tick_id}" },
  mark: { method: "PUT", route: "/api/visits/{visit_id}/plan/{key}" },
  timer: { method: "PUT", route: "/api/visits/{visit_id}/timers/{timer_id}" },
  photo: { method: "POST", route: "/api/visits/{visit_id}/photos/{photo_id}" },
  marks: { method: "PUT", route: "/api/visits/{visit_id}/photos/{photo_id}/marks" },
  sound: { method: "POST", route: "/api/visits/{visit_id}/sounds/{sound_id}" },
  trial: { method: "PUT", route: "/api/visits/{visit_id}/trials/{check}" },
  cover: { method: "PUT", route: "/api/visits/{visit_id}/covers" },
  waits: { method: "PUT", route: "/api/visits/{visit_id}/waits" },
  proof: { method: "PUT", route: "/api/visits/{visit_id}/proof/{result_id}" },
  check: { method: "PUT", route: "/api/visits/{visit_id}/check" },
  watch: { method: "PUT", route: "/api/visits/{visit_id}/watch" },
} as const satisfies Record<string, { method: "PUT" | "POST" | "DELETE"; route: keyof paths }>;

export type Kind = keyof typeof COMMANDS;
type Table = typeof COMMANDS;

type Operation<K extends Kind> = paths[Table[K]["route"]] extends Record<Lowercase<Table[K]["method"]>, infer O> ? O : never;

/** Kinds whose route has no such method: the compiler stops unless there are none. */
type Unknown = { [K in Kind]: [Operation<K>] extends [never] ? K : never }[Kind];
export const ALL_KNOWN: [Unknown] extends [never] ? true : Unknown = true;

/** What is sent with it; a photo's file travels beside the fields of its form. */
export type Body<K extends Kind> =
  Operation<K> extends { requestBody: { content: { "application/json": infer B } } }
    ? B
    : Operation<K> extends { requestBody: { content: { "multipart/form-data": infer F } } }
      ? Omit<F, "file">
      : undefined;

/** What the server says to it. */
export type Answer<K extends Kind> = Operation<K> extends { responses: { 200: { content: { "application/json": infer A } } } } ? A : never;

/** What its route has to be told, besides the visit. */
export type Ids<K extends Kind> = Operation<K> extends { parameters: { path: infer P } } ? Omit<P, "visit_id"> : never;

/** The path of a command for one visit. */
export function pathOf<K extends Kind>(kind: K, visitId: string, ids: Ids<K>): string {
  const parts: Record<string, string> = { visit_id: visitId, ...(ids as Record<string, string>) };
  return COMMANDS[kind].route.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(parts[name] ?? ""));
}
