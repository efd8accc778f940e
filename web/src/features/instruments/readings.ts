/** A view's ear for readings that come by themselves. */
import { onBeforeUnmount, onMounted } from "vue";

import { takers, type Taker } from "./heard";
import "./typed";

/** Who is given what a device sends by itself, the latest first; nobody, and it goes into the field in hand. */
export function useReadings(take: Taker) {
  onMounted(() => takers.push(take));
  onBeforeUnmount(() => takers.splice(takers.indexOf(take), 1));
}

/** The same, of lengths alone. */
export function useLengths(take: (mm: number) => unknown) {
  useReadings((value, unit) => (unit === "mm" ? take(value) : false));
}
