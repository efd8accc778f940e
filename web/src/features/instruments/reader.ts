/** What is known of the gear in hand, asked of the core as it is typed. */
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Gear, Known, ProbeIn, Problem, Read, ReadIn, ReadingIn } from "../../api/types";
import { maybeNumber, numberOr } from "../../text/numbers";
import { useChoices } from "./choices";

export type Kind = NonNullable<ProbeIn["kind"]>;

/** A measurement on the list. `values` holds every time it was read, apart by semicolons, with its own doubt as `27.5 ± 0.3`. */
export interface Row {
  kind: Kind;
  how: "settled" | "largest";
  k: string;
  size: string;
  values: string;
}

const choices = useChoices();

/** What can be measured on a gear, or inside a ring. */
export const kindsOf = (ring: boolean) => (choices.value?.methods ?? []).filter((method) => method.internal === ring);
export const kindOf = (kind: Kind) => choices.value?.methods.find((method) => method.key === kind);

/** What speaks for a pressure angle, and how it is known. */
export const anglesOf = () =>
  (choices.value?.pressure_angles_deg ?? []).flatMap((angle) =>
    (["eye", "gauge", "told"] as const).map((from) => ({ key: `${angle} ${from}`, label: `${angle}°, ${{ eye: "by eye", gauge: "on the gauge", told: "told so" }[from]}` })),
  );

const fresh = (kind: Kind): Row => ({ kind, how: "settled", k: "", size: "", values: "" });

export function useReader(unitKind: () => string, ring: boolean) {
  const usual: Kind = ring ? "inside" : "tips";
  const teeth = ref("");
  const orTeeth = ref("");
  const rows = ref<Row[]>([fresh(usual)]);
  const helix = ref("");
  const hand = ref<NonNullable<ReadIn["hand"]>>("");
  const angle = ref("");
  const bore = ref("");
  const boreShape = ref<NonNullable<ReadIn["bore_shape"]>>("round");
  const width = ref("");
  const mark = ref("");
  const boss = ref("");
  const material = ref("");
  const worn = ref<NonNullable<ReadIn["worn"]>>("");
  const missing = ref<number[]>([]);
  /** What the record knew before the first reading. */
  const known = ref<Known>();
  /** The row being measured, which the drawing shows. */
  const at = ref(-1);

  const read = ref<Read>();
  const bare = ref<Gear>();
  const problem = ref<Problem>();
  const choice = ref(0);

  const probe = (row: Row): ProbeIn => ({ kind: row.kind, how: row.how, k: maybeNumber(row.k), size_mm: row.size.trim() || null });
  const values = (row: Row) =>
    row.values
      .split(";")
      .map((value) => value.trim())
      .filter(Boolean);
  const readings = computed<ReadingIn[]>(() =>
    rows.value.flatMap((row) =>
      values(row).map((said) => {
        const [value = "", doubt] = said.split("±");
        return { ...probe(row), value: value.trim(), ...(doubt?.trim() ? { error_mm: maybeNumber(doubt) } : {}) };
      }),
    ),
  );
  /** Which row each reading sent stands in, to mark the one the server complains of. */
  const rowOf = computed(() => rows.value.flatMap((row, n) => values(row).map(() => n)));
  /** A row is shown once it says enough to be drawn. */
  const show = computed<ProbeIn | null>(() => {
    const row = rows.value[at.value];
    if (!row) return null;
    const way = kindOf(row.kind);
    if (!way || (way.number && !maybeNumber(row.k)) || (way.pins && !row.size.trim()) || (way.bore && !bore.value.trim())) return null;
    return probe(row);
  });
  const request = computed<ReadIn>(() => ({
    teeth: numberOr(teeth.value, 0),
    or_teeth: maybeNumber(orTeeth.value),
    readings: readings.value,
    error_mm: 0.02,
    mark: mark.value,
    helix_deg: numberOr(helix.value, 0),
    helix_error_deg: 1,
    hand: hand.value || "",
    angle_deg: maybeNumber(angle.value?.split(" ")[0]),
    angle_from: (angle.value?.split(" ")[1] ?? "eye") as ReadIn["angle_from"],
    unit_kind: unitKind(),
    bore_mm: bore.value.trim() || null,
    bore_shape: boreShape.value,
    width_mm: width.value.trim() || null,
    boss: boss.value.trim(),
    material: material.value.trim(),
    worn: worn.value || "",
    said_module_mm: known.value?.module_mm || null,
    mate_teeth: known.value?.mate?.teeth || null,
    mate_module_mm: known.value?.mate?.module_mm || null,
    mate_sure: known.value?.mate?.sure ?? 1,
    pointed: known.value?.pointed ?? false,
    missing: missing.value,
    show: show.value,
  }));

  const begin = latest();
  async function look() {
    const last = begin();
    if (!teeth.value.trim()) {
      read.value = bare.value = problem.value = undefined;
      return;
    }
    try {
      if (readings.value.length) {
        const answer = await ask(api.POST("/api/sums/read", { body: request.value }));
        if (!last()) return;
        const before = read.value?.candidates[choice.value];
        read.value = answer;
        // What was being looked at stays in view while it is still among the first.
        choice.value = Math.max(
          0,
          answer.candidates.findIndex((other) => choice.value && other.label === before?.label && other.pressure_angle_deg === before.pressure_angle_deg && other.depth === before.depth),
        );
      } else {
        // Nothing read yet: the count alone is drawn, at module 1.
        const plain = { pressure_angle_deg: 20, profile_shift: 0, helix_angle_deg: 0, addendum: 1, dedendum: 1.25, tip_trim_mm: 0 };
        const shown: ProbeIn = show.value && show.value.kind !== "bore" ? show.value : { kind: usual, how: rows.value[0]?.how ?? "settled" };
        const answer = await ask(api.POST("/api/sums/gear", { body: { ...plain, teeth: request.value.teeth, module_mm: 1, show: shown } }));
        if (!last()) return;
        read.value = undefined;
        bare.value = answer;
      }
      problem.value = undefined;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }

  watch(
    request,
    resting(() => void look()),
    { deep: true },
  );

  const candidate = computed(() => read.value?.candidates[choice.value]);
  const spanCount = computed(() => String(read.value?.span_usual ?? bare.value?.span_usual ?? ""));
  /** The place the server complains of: a row of the list, or a field by name. */
  const wrong = computed(() => {
    const field = problem.value?.field ?? "";
    const named = /^readings\.(\d+)/.exec(field);
    return named ? { row: rowOf.value[Number(named[1])] ?? -1, field: "" } : { row: -1, field };
  });

  /** Add a measurement, or find it if it stands on the list; its place. */
  function add(kind: Kind, known: Partial<Row> = {}): number {
    const row = { ...fresh(kind), ...(kind === "span" ? { k: spanCount.value } : {}), ...known };
    const there = rows.value.findIndex((other) => other.kind === kind && other.k === row.k && other.how === row.how && other.size === row.size);
    if (there >= 0) return there;
    rows.value.push(row);
    return rows.value.length - 1;
  }

  function drop(n: number) {
    rows.value.splice(n, 1);
    if (!rows.value.length) rows.value.push(fresh(usual));
    at.value = -1;
  }

  /** Begin with what the line, the look-over and the mate say; what a pinned reading says stands. */
  function begins(with_: Known, fresh: boolean) {
    known.value = with_;
    if (!fresh) return;
    mark.value ||= with_.mark;
    bore.value ||= with_.bore_mm ? String(with_.bore_mm) : "";
    width.value ||= with_.width_mm ? String(with_.width_mm) : "";
    material.value ||= with_.material;
    hand.value ||= with_.hand as typeof hand.value;
    worn.value ||= with_.worn as typeof worn.value;
    if (with_.distance_mm && with_.mate?.teeth && !ring) {
      const row = rows.value[add("mate", { k: String(with_.mate.teeth) })];
      if (row) row.values ||= String(with_.distance_mm);
    }
  }

  /** A pinned gear opens with the readings it was judged by. */
  function restore(kept: ReadIn) {
    rows.value = [];
    for (const reading of kept.readings) {
      const known = { how: reading.how ?? "settled", k: reading.k ? String(reading.k) : "", size: reading.size_mm ? String(reading.size_mm) : "" };
      const row = rows.value[add(reading.kind ?? "tips", known)] as Row;
      row.values = [row.values, reading.error_mm ? `${reading.value} ± ${reading.error_mm}` : String(reading.value)].filter(Boolean).join("; ");
    }
    teeth.value = String(kept.teeth);
    orTeeth.value = kept.or_teeth ? String(kept.or_teeth) : "";
    mark.value = kept.mark ?? "";
    bore.value = kept.bore_mm ? String(kept.bore_mm) : "";
    boreShape.value = kept.bore_shape ?? "round";
    width.value = kept.width_mm ? String(kept.width_mm) : "";
    boss.value = kept.boss ?? "";
    material.value = kept.material ?? "";
    worn.value = kept.worn ?? "";
    helix.value = kept.helix_deg ? String(kept.helix_deg) : "";
    hand.value = kept.hand ?? "";
    angle.value = kept.angle_deg ? `${kept.angle_deg} ${kept.angle_from}` : "";
    missing.value = kept.missing ?? [];
  }

  return {
    teeth,
    orTeeth,
    rows,
    helix,
    hand,
    angle,
    bore,
    boreShape,
    width,
    mark,
    boss,
    material,
    worn,
    missing,
    at,
    read,
    bare,
    problem,
    choice,
    request,
    readings,
    candidate,
    wrong,
    probe,
    add,
    drop,
    restore,
    known,
    begins,
  };
}
