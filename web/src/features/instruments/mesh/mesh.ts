/** The pair on the paper: what is said of it, and the core's last good answer. */
import { defineStore } from "pinia";
import { computed, reactive, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest, resting } from "../../../api/latest";
import type { Crossed, CrossedIn, GearIn, Mixed, Pair, PairIn, Pin, Problem } from "../../../api/types";
import { useVisit } from "../../visits/visit";
import { maybeNumber, numberOr } from "../../../text/numbers";

export type Form = "spur" | "ring" | "worm" | "bevel";

/** One toothed rim of the row that can take part. */
export interface Rim {
  key: string;
  label: string;
  teeth: number;
  pin?: Pin;
}

export const useMesh = defineStore("mesh", () => {
  const visit = useVisit();
  const form = ref<Form>("spur");
  const inVisit = ref(false);
  const first = ref("");
  const second = ref("");
  const said = reactive({
    teeth1: "15",
    starts: "1",
    teeth2: "54",
    size: "0.8",
    size2: "",
    angle: "20",
    helix: "0",
    shift1: "0",
    shift2: "0",
    worn: "",
    distance: "",
    radius: "",
    width1: "",
    width2: "",
    offset: "",
    tilt: "",
    runout: "",
    diameter: "6",
    axial: "",
    friction: "",
    shafts: "90",
    shim1: "",
    shim2: "",
  });
  const band = reactive({ name: "open", low: "", high: "" });
  const climate = reactive({ on: false, first: "steel", second: "nylon", housing: "aluminium", set: "20", runs: "60", setAir: "room", runsAir: "room" });
  const pair = ref<Pair>();
  const mixed = ref<Mixed>();
  const crossed = ref<Crossed>();
  const problem = ref<Problem>();
  /** The distance under the hand while it is dragged. */
  const dragged = ref<number>();
  /** An answer that comes while the hand holds on must not take the gear out of it. */
  let held = false;
  const letGo = () => {
    if (!held) dragged.value = undefined;
  };

  const rims = computed<Rim[]>(() =>
    visit.pieces.flatMap((piece) =>
      piece.teeth.map((teeth, rim) => {
        const pin = piece.pins.find((reading) => reading.rim === rim);
        return { key: `${piece.id}:${rim}`, label: `${piece.name}, ${teeth} teeth${pin?.gear ? `, ${pin.label}` : ", not read"}`, teeth, pin };
      }),
    ),
  );
  const rim1 = computed(() => rims.value.find((rim) => rim.key === first.value));
  const rim2 = computed(() => rims.value.find((rim) => rim.key === second.value));
  const known = computed(() => rim1.value?.pin?.gear ?? rim2.value?.pin?.gear);

  /** A gear not read is sent by its teeth alone: the core takes it to be of its mate's size. */
  function gear(rim: Rim | undefined, teeth: string, size: string, shift: string): GearIn {
    if (inVisit.value && rim) return rim.pin?.gear ? { ...rim.pin.gear, teeth: rim.teeth } : { teeth: rim.teeth };
    return {
      teeth: numberOr(teeth, 0),
      module_mm: size.trim(),
      pressure_angle_deg: maybeNumber(said.angle) ?? 20,
      profile_shift: maybeNumber(shift) ?? 0,
      helix_angle_deg: maybeNumber(said.helix) ?? 0,
    };
  }

  const request = computed<PairIn>(() => ({
    first: gear(rim1.value, said.teeth1, said.size, said.shift1),
    second: gear(rim2.value, said.teeth2, said.size, said.shift2),
    internal: form.value === "ring",
    centre_distance_mm: said.distance.trim() || null,
    // One helix is typed for both: which way the mate's lies the core knows.
    hands_known: inVisit.value && [rim1, rim2].every((rim) => rim.value?.pin?.hand_known ?? true),
    band: band.name,
    band_low: maybeNumber(band.low),
    band_high: maybeNumber(band.high),
    radius_mm: said.radius.trim() || null,
    width_1_mm: said.width1.trim() || null,
    width_2_mm: said.width2.trim() || null,
    offset_mm: maybeNumber(said.offset) ?? 0,
    tilt_deg: maybeNumber(said.tilt) ?? 0,
    runout_mm: maybeNumber(said.runout) ?? 0,
    climate: climate.on
      ? {
          first: climate.first,
          second: climate.second,
          housing: climate.housing,
          set_at_c: maybeNumber(climate.set) ?? 20,
          runs_at_c: maybeNumber(climate.runs) ?? 60,
          set_air: climate.setAir as "room",
          runs_air: climate.runsAir as "room",
        }
      : null,
  }));
  const onAxes = computed<CrossedIn>(() => {
    const size = { module_mm: said.size.trim(), pressure_angle_deg: maybeNumber(said.angle) ?? 20 };
    if (form.value === "worm")
      return {
        pair: {
          kind: "worm",
          starts: numberOr(said.starts, 0),
          teeth: numberOr(said.teeth2, 0),
          ...size,
          worm_diameter_mm: said.diameter.trim(),
          friction: maybeNumber(said.friction),
          axial_play_mm: maybeNumber(said.axial) ?? 0,
        },
      };
    return {
      pair: {
        kind: "bevel",
        first: numberOr(said.teeth1, 0),
        second: numberOr(said.teeth2, 0),
        ...size,
        shaft_angle_deg: maybeNumber(said.shafts) ?? 90,
        shim_1_mm: maybeNumber(said.shim1) ?? 0,
        shim_2_mm: maybeNumber(said.shim2) ?? 0,
      },
    };
  });
  /** Another size for the mate, or wear on the first: tried together, not meshed. */
  const others = computed(() => !inVisit.value && form.value === "spur" && Boolean(said.size2.trim() || said.worn.trim()));

  const begin = latest();
  async function look() {
    const last = begin();
    if (inVisit.value && (!rim1.value || !rim2.value || !known.value)) {
      pair.value = undefined;
      return;
    }
    try {
      if (form.value === "worm" || form.value === "bevel") {
        const answer = await ask(api.POST("/api/sums/crossed", { body: onAxes.value }));
        if (last()) crossed.value = answer;
      } else {
        const tried = others.value
          ? await ask(
              api.POST("/api/sums/mixed", {
                body: { first: { ...request.value.first, thinning_mm: maybeNumber(said.worn) ?? 0 }, second: { ...request.value.second, module_mm: said.size2.trim() || said.size.trim() } },
              }),
            )
          : undefined;
        const answer = await ask(api.POST("/api/sums/pair", { body: request.value }));
        if (!last()) return;
        mixed.value = tried;
        pair.value = answer;
        letGo();
      }
      if (last()) problem.value = undefined;
    } catch (error) {
      // The last good pair stays on the paper.
      if (last()) {
        problem.value = asProblem(error);
        letGo();
      }
    }
  }
  watch(
    [request, onAxes, others, () => said.size2, () => said.worn],
    resting(() => void look()),
    { deep: true },
  );

  /** What the pair is at the distance under the hand: read off the core's own curve. */
  const now = computed(() => {
    const p = pair.value;
    if (!p) return undefined;
    const exact = { distance: p.centre_distance_mm, backlash: p.backlash_mm, contact: p.total_contact_ratio, clearance: p.tip_clearance_mm, verdict: p.verdict };
    if (dragged.value === undefined) return exact;
    const c = p.curve;
    const from = c.distance_mm[0] ?? 0;
    const step = ((c.distance_mm.at(-1) ?? 1) - from) / (c.distance_mm.length - 1);
    const at = Math.max(0, Math.min(c.distance_mm.length - 1.001, (dragged.value - from) / step));
    const n = Math.floor(at);
    const mix = (list: number[]) => (list[n] ?? 0) + ((list[n + 1] ?? 0) - (list[n] ?? 0)) * (at - n);
    return {
      distance: dragged.value,
      backlash: mix(c.backlash_mm),
      contact: mix(c.contact_ratio) + p.overlap_ratio,
      clearance: mix(c.tip_clearance_mm),
      verdict: c.verdict[Math.round(at)] ?? p.verdict,
    };
  });

  function drag(distance: number) {
    const c = pair.value?.curve.distance_mm;
    held = true;
    if (c) dragged.value = Math.max(c[0] ?? 0, Math.min(c.at(-1) ?? 0, distance));
  }
  function drop() {
    held = false;
    if (dragged.value !== undefined) said.distance = dragged.value.toFixed(3);
  }
  function swap() {
    [first.value, second.value] = [second.value, first.value];
    [said.teeth1, said.teeth2] = [said.teeth2, said.teeth1];
    [said.shift1, said.shift2] = [said.shift2, said.shift1];
  }

  return { form, inVisit, first, second, said, band, climate, pair, mixed, crossed, problem, dragged, rims, rim1, rim2, known, others, now, look, drag, drop, swap };
});
