/** What every part that is made has in common: its files, and how the machine at hand makes it. */
import { computed, onMounted, type Ref, ref, shallowRef, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest, resting } from "../../../api/latest";
import type { Machine, MakeIn, PartLine, Problem } from "../../../api/types";
import { useChoices } from "../choices";

export type Format = NonNullable<MakeIn["format"]>;

export const FILES: { format: Format; label: string; what: string }[] = [
  { format: "stl", label: "STL", what: "body, for a printer" },
  { format: "3mf", label: "3MF", what: "body, with its unit" },
  { format: "dxf", label: "DXF", what: "outline, for a laser or a mill" },
  { format: "svg", label: "SVG", what: "outline, to print or cut" },
];

export const SHAPES = [
  { key: "none", label: "no bore" },
  { key: "round", label: "round" },
  { key: "D", label: "D" },
  { key: "hex", label: "hexagon" },
  { key: "square", label: "square" },
  { key: "keyed", label: "keyed" },
  { key: "splined", label: "splined" },
] as const;
export type Shape = (typeof SHAPES)[number]["key"];

export function save(made: { file: string; name: string }) {
  const bytes = Uint8Array.from(atob(made.file), (sign) => sign.charCodeAt(0));
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([bytes]));
  link.download = made.name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The outlines of one of them, where it stands with the other. */
export const linesOf = (meets: { drawing: PartLine[] }, of: PartLine["of"]) => meets.drawing.filter((each) => each.of === of).map(({ outline }) => outline);

/**
 * What comes of the figures as they are typed, and the file once it is wanted.
 *
 * @param make asks for it in a form; nothing while the figures say too little.
 */
export function useMaking<M extends { file: string; name: string }>(request: Ref<unknown>, make: (format: Format) => Promise<M> | undefined) {
  const made = shallowRef<M>();
  const problem = ref<Problem>();
  const busy = ref<Format | "">("");
  const begin = latest();

  async function look() {
    const last = begin();
    try {
      const answer = await make("svg");
      if (!answer || !last()) return;
      made.value = answer;
      problem.value = undefined;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }
  watch(
    request,
    resting(() => void look()),
    { deep: true, immediate: true },
  );

  /** The file, as the machine takes it. */
  async function fetchIt(format: Format) {
    busy.value = format;
    try {
      const answer = await make(format);
      if (answer) save(answer);
      problem.value = undefined;
    } catch (error) {
      problem.value = asProblem(error);
    } finally {
      busy.value = "";
    }
  }

  const wrong = (name: string) => Boolean(problem.value?.field?.startsWith(name));
  return { made, problem, busy, fetchIt, wrong };
}

const machines = ref<Machine[]>([]);
/** Before what the coupon of a machine showed, in the list of ways. */
const OWN = "machine:";

/** The ways of making, and the workshop's machines as their coupons showed them. */
export function useProcesses() {
  const choices = useChoices();
  const ways = computed(() => [...(choices.value?.processes ?? []), ...machines.value.map(({ name }) => ({ key: OWN + name, label: `${name}, by its coupon` }))]);

  function processOf(key: string) {
    const own = machines.value.find(({ name }) => OWN + name === key);
    return own ? { name: "", grows_mm: own.grows_mm, shrinks_percent: own.shrinks_percent } : key.startsWith(OWN) ? "" : key;
  }

  onMounted(async () => {
    try {
      machines.value = (await ask(api.GET("/api/shelf/machines"))).machines;
    } catch {
      // Out of reach: the usual ways are there.
    }
  });

  /** Keep what a coupon showed for the whole workshop; its key among the ways. */
  async function measured(name: string, shown: Pick<Machine, "grows_mm" | "shrinks_percent">): Promise<string> {
    machines.value = (await ask(api.PUT("/api/shelf/machines/{name}", { params: { path: { name } }, body: shown }))).machines;
    return OWN + name;
  }

  return { ways, processOf, measured, choices };
}
