/** The gearing to change: what is said of it, and the core's last good answer. */
import { defineStore } from "pinia";
import { computed, reactive, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest, resting } from "../../../api/latest";
import type { Holes, HolesIn, Problem, Regear, RegearIn } from "../../../api/types";
import { maybeNumber, numberOr } from "../../../text/numbers";

export type Limit = "none" | "slot" | "plate" | "holes";
export type Want = "keep" | "speed" | "ratio" | "cooler";

export const useRegear = defineStore("regear", () => {
  const said = reactive({
    pinion: "15",
    spur: "54",
    wheel: "60",
    newWheel: "72",
    reduction: "2.6",
    newReduction: "",
    size: "0.8",
    kv: "1800",
    volts: "7.4",
    value: "",
    pinions: "10-20",
    spurs: "48-62",
    slotLeast: "25.5",
    slotMost: "28.5",
    first: "24",
    pitch: "0.5",
    count: "12",
    offset: "3",
    distances: "",
  });
  const want = ref<Want>("keep");
  const limit = ref<Limit>("slot");
  const band = ref("open");
  const cut = ref<"plain" | "shifted">("plain");
  const stock = ref<number[]>([]);
  const search = ref<Regear>();
  const chart = ref<Holes>();
  const problem = ref<Problem>();

  const plate = computed(() => ({ first_mm: maybeNumber(said.first) ?? 0, pitch_mm: maybeNumber(said.pitch) ?? 0, count: numberOr(said.count, 0), offset_mm: maybeNumber(said.offset) ?? 0 }));
  const holes = computed(() => ({
    plate: limit.value === "plate" ? plate.value : null,
    distances_mm: limit.value === "holes" ? said.distances.split(/[;\s]+/).filter(Boolean) : [],
  }));
  const request = computed<RegearIn>(() => ({
    pinion: numberOr(said.pinion, 0),
    spur: numberOr(said.spur, 0),
    wheel_mm: said.wheel.trim(),
    new_wheel_mm: said.newWheel.trim() || null,
    reduction: maybeNumber(said.reduction) ?? 1,
    new_reduction: maybeNumber(said.newReduction),
    module_mm: said.size.trim(),
    kv: maybeNumber(said.kv) ?? 0,
    volts: maybeNumber(said.volts) ?? 0,
    target: { want: want.value, value: maybeNumber(said.value) ?? 0 },
    pinions: said.pinions.trim(),
    spurs: said.spurs.trim(),
    stock: stock.value,
    slot: limit.value === "slot" ? { least_mm: said.slotLeast.trim(), most_mm: said.slotMost.trim() } : null,
    ...holes.value,
    pinions_cut: cut.value,
    band: band.value,
  }));
  const charted = computed<HolesIn>(() => ({ ...holes.value, pinions: said.pinions.trim(), spurs: said.spurs.trim(), module_mm: said.size.trim(), pinions_cut: cut.value, band: band.value }));

  /** Counts of this size that lie in the drawer. */
  async function lookInDrawer() {
    try {
      stock.value = (await ask(api.POST("/api/drawer/counts", { body: { module_mm: said.size.trim() } }))).map((stocked) => stocked.teeth);
    } catch {
      stock.value = [];
    }
  }

  const begin = latest();
  async function look() {
    const last = begin();
    try {
      const answer = await ask(api.POST("/api/sums/regear", { body: request.value }));
      const table = limit.value === "plate" || limit.value === "holes" ? await ask(api.POST("/api/sums/holes", { body: charted.value })) : undefined;
      if (!last()) return;
      search.value = answer;
      chart.value = table;
      problem.value = undefined;
    } catch (error) {
      // The last good choice stays on the paper.
      if (last()) problem.value = asProblem(error);
    }
  }
  watch(
    request,
    resting(() => void look()),
    { deep: true },
  );
  watch(
    () => said.size,
    resting(() => void lookInDrawer(), 300),
    { immediate: true },
  );

  return { said, want, limit, band, cut, stock, search, chart, charted, problem, look };
});
