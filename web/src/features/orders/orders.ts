/** Orders as they stand: looked at, changed one move at a time, each move sent under an id of its own. */
import { ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Order, Problem } from "../../api/types";
import { newId } from "../../record/ids";

export function useOrders() {
  const orders = ref<Order[]>();
  const problem = ref<Problem>();
  const busy = ref("");

  /** One move; the order it gives stands in the place of what was shown. */
  async function move(asked: () => Promise<Order>): Promise<Order | undefined> {
    try {
      const made = await asked();
      const rest = (orders.value ?? []).filter((order) => order.id !== made.id);
      const at = (orders.value ?? []).findIndex((order) => order.id === made.id);
      if (made.lines.length) rest.splice(at < 0 ? rest.length : at, 0, made);
      orders.value = rest;
      problem.value = undefined;
      return made;
    } catch (error) {
      problem.value = asProblem(error);
      return undefined;
    }
  }

  async function look(state: "open" | "past", words = "") {
    try {
      orders.value = (await ask(api.GET("/api/orders", { params: { query: { state, words } } }))).orders;
      problem.value = undefined;
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  const change = (line_id: string, count: number, price: string | null) => move(() => ask(api.PUT("/api/orders/lines/{line_id}/change", { params: { path: { line_id } }, body: { count, price } })));
  const takeOut = (line_id: string) => move(() => ask(api.DELETE("/api/orders/lines/{line_id}", { params: { path: { line_id } } })));
  const chase = (order_id: string) => move(() => ask(api.PUT("/api/orders/{order_id}/chased/{event_id}", { params: { path: { order_id, event_id: newId() } } })));
  const expect = (order_id: string, expected_on: string) =>
    move(() => ask(api.PUT("/api/orders/{order_id}/expected/{event_id}", { params: { path: { order_id, event_id: newId() } }, body: { expected_on, note: "" } })));
  const came = (line_id: string, count: number, ticked: string[]) =>
    move(() => ask(api.PUT("/api/orders/lines/{line_id}/came/{event_id}", { params: { path: { line_id, event_id: newId() } }, body: { count, ticked, note: "" } })));
  const back = (line_id: string, count: number, wrong: string[]) =>
    move(() => ask(api.PUT("/api/orders/lines/{line_id}/back/{event_id}", { params: { path: { line_id, event_id: newId() } }, body: { count, wrong } })));
  const cancel = (line_id: string, count: number, note: string, amount: string | null) =>
    move(() => ask(api.PUT("/api/orders/lines/{line_id}/cancelled/{event_id}", { params: { path: { line_id, event_id: newId() } }, body: { count, note, amount } })));

  /** A supplier on the line may take its time: the button waits, the screen does not. */
  async function send(order_id: string, reference: string, expected_on: string | null) {
    busy.value = order_id;
    try {
      return await move(() => ask(api.PUT("/api/orders/{order_id}/sent", { params: { path: { order_id } }, body: { reference, expected_on } })));
    } finally {
      busy.value = "";
    }
  }

  return { orders, problem, busy, look, move, change, takeOut, send, chase, expect, came, back, cancel };
}

/** A price as it is kept, without the hundredths where there are none. */
export const priced = (price: string | null | undefined) => (price == null ? "no price" : Number(price).toFixed(2));

export const dayOf = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });
