/** The train on the paper: what is said of it, and the core's last good answer. */
import { defineStore } from "pinia";
import { computed, reactive, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest, resting } from "../../../api/latest";
import type { Problem, TrainIn, TrainOut, UseIn } from "../../../api/types";
import { maybeNumber, numberOr } from "../../../text/numbers";

/** What may be known of a stage besides its counts. */
export interface StageKnown {
  module: string;
  backlash: string;
  distance: string;
  turn: string;
}

export const useTrain = defineStore("train", () => {
  const line = ref("12:60 | 14:48 | 10:40");
  const said = reactive({
    rpm: "1000",
    shaft: "",
    turns: "1",
    clicks: "",
    bearing: "",
    balls: "",
    ball: "",
    ballCircle: "",
    torque: "",
    play: "",
    radius: "",
    ratio: "",
    turnsIn: "",
    turnsOut: "",
    distanceStage: "1",
    distance: "",
    distanceModule: "",
  });
  const stages = ref<StageKnown[]>([]);
  const use = ref<UseIn>();
  const train = ref<TrainOut>();
  const problem = ref<Problem>();

  const request = computed<TrainIn>(() => ({
    line: line.value,
    rpm: maybeNumber(said.rpm) ?? 1000,
    shaft: said.shaft.trim(),
    turns: maybeNumber(said.turns) ?? 1,
    clicks: maybeNumber(said.clicks),
    bearings: maybeNumber(said.balls)
      ? [{ shaft: said.bearing.trim() || (train.value?.turned ?? ""), balls: maybeNumber(said.balls) ?? 0, ball_mm: said.ball.trim() || null, pitch_mm: said.ballCircle.trim() || null }]
      : [],
    torque_nmm: maybeNumber(said.torque),
    stages: stages.value.flatMap((stage, n) =>
      stage.module.trim() || stage.turn.trim()
        ? [{ number: n + 1, module_mm: stage.module.trim() || null, backlash_mm: maybeNumber(stage.backlash), distance_mm: stage.distance.trim() || null, turn_deg: maybeNumber(stage.turn) }]
        : [],
    ),
    play: said.play.trim() && said.radius.trim() ? { play_mm: said.play.trim(), radius_mm: said.radius.trim() } : null,
    known: {
      ratio: maybeNumber(said.ratio),
      turns_in: maybeNumber(said.turnsIn),
      turns_out: maybeNumber(said.turnsOut),
      distances: said.distance.trim() && said.distanceModule.trim() ? [{ number: numberOr(said.distanceStage, 1), distance_mm: said.distance.trim(), module_mm: said.distanceModule.trim() }] : [],
    },
    use: use.value ?? null,
  }));

  const begin = latest();
  async function look() {
    const last = begin();
    if (!line.value.trim()) return;
    try {
      const sent = line.value;
      const answer = await ask(api.POST("/api/sums/train", { body: request.value }));
      if (!last()) return;
      train.value = answer;
      [spots.value, behind.value, asked.value] = [answer.counts, answer.next_stage_at, sent];
      problem.value = undefined;
      while (stages.value.length < answer.stages.length) stages.value.push({ module: "", backlash: "", distance: "", turn: "" });
    } catch (error) {
      // The last good train stays on the paper.
      if (last()) problem.value = asProblem(error);
    }
  }
  watch(
    request,
    resting(() => void look()),
    { deep: true },
  );

  /** Where the counts stand in the line now: as the core said, moved on by what was tapped since. */
  const spots = ref<TrainOut["counts"]>([]);
  const behind = ref(0);
  const asked = ref("");

  function spot(stage: number, nth: number): [number, number] | undefined {
    const at = line.value === asked.value ? spots.value[stage - 1]?.[nth] : undefined;
    return at && [at.start, at.end];
  }

  function countAt(stage: number, nth: number): number | undefined {
    const at = spot(stage, nth);
    return at ? Number(line.value.slice(...at)) || undefined : undefined;
  }

  function put(text: string, from: number, to: number) {
    const longer = text.length - (to - from);
    for (const spot of spots.value.flat()) {
      if (spot.start > from) spot.start += longer;
      if (spot.end >= to) spot.end += longer;
    }
    behind.value += longer;
    line.value = line.value.slice(0, from) + text + line.value.slice(to);
    asked.value = line.value;
  }

  function setCount(stage: number, nth: number, count: number) {
    const at = spot(stage, nth);
    if (at && count > 0) put(String(count), ...at);
  }

  function add(stage: string) {
    const end = line.value === asked.value ? behind.value : line.value.length;
    put(line.value.trim() ? ` | ${stage}` : stage, end, end);
  }

  return { line, said, stages, use, train, problem, look, spot, countAt, setCount, add };
});
