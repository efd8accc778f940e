<script setup lang="ts">
/** The verdict and the figures behind it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";

import type { Pair } from "../../../api/types";
import { useMesh } from "./mesh";

defineProps<{ pair: Pair; now: { distance: number; backlash: number; contact: number; clearance: number; verdict: string }; moving: boolean }>();
const desk = useMesh();
const WORD: Record<string, string> = { jammed: "Jammed", interferes: "Runs into itself", tight: "Tight", right: "Right", loose: "Loose", skipping: "Skips" };
const TONE: Record<string, string> = { jammed: "bad", interferes: "bad", tight: "bad", right: "good", loose: "so", skipping: "bad" };
</script>

<template>
  <div class="verdict" :class="TONE[now.verdict]" role="status">
    <b class="word">{{ WORD[now.verdict] }}</b>
    <p>{{ moving ? `${now.backlash.toFixed(3)} mm of backlash` : pair.reason }}</p>
  </div>
  <dl>
    <dt>Backlash</dt>
    <dd class="value big" :class="{ harm: now.backlash < -0.0005 }">{{ now.backlash.toFixed(3) }} mm</dd>
    <dt>Set it at</dt>
    <dd class="value">{{ pair.band.low_distance_mm?.toFixed(2) ?? "–" }} to {{ pair.band.high_distance_mm?.toFixed(2) ?? "–" }} mm</dd>
    <dt>Without play, skips from</dt>
    <dd class="value">{{ pair.zero_backlash_centre_distance_mm.toFixed(3) }}, {{ pair.skips_at_mm?.toFixed(2) ?? "–" }} mm</dd>
    <dt>Normal; free turn of both</dt>
    <dd class="value">{{ pair.normal_backlash_mm.toFixed(3) }} mm; {{ pair.backlash_turn_of_gear_1_deg.toFixed(2) }}°, {{ pair.backlash_turn_of_gear_2_deg.toFixed(2) }}°</dd>
    <dt>
      <label>felt at <InputText v-model="desk.said.radius" class="value few" inputmode="decimal" placeholder="mm" aria-label="Radius, mm" /> from its shaft</label>
    </dt>
    <dd class="value">{{ pair.movement_mm === null ? "" : `${pair.movement_mm.toFixed(3)} mm` }}</dd>
    <dt>Contact ratio</dt>
    <dd class="value" :class="{ harm: now.contact < pair.contact_least }">
      {{ now.contact.toFixed(2) }}<span v-if="!moving && pair.cut_contact_ratio < pair.contact_ratio - 0.005" class="small"> ({{ pair.cut_contact_ratio.toFixed(2) }} undercut)</span>
    </dd>
    <dt>Tip clearance, working depth</dt>
    <dd class="value" :class="{ harm: now.clearance < 0 }">{{ now.clearance.toFixed(2) }}, {{ pair.working_depth_mm.toFixed(2) }} mm</dd>
    <dt>Same teeth meet</dt>
    <dd class="value">every {{ pair.turns_to_meet_again }} turns<span v-if="pair.hunts" class="proved small"> hunts</span></dd>
  </dl>
  <p v-for="trouble in pair.troubles" :key="trouble" class="harm small">{{ trouble }}</p>
  <p v-for="note in pair.notes" :key="note" class="soft small">{{ note }}</p>
  <p class="soft small">
    Right is {{ pair.band.low_mm.toFixed(3) }} to {{ pair.band.high_mm.toFixed(3) }} mm: {{ pair.band.source }}.
    <label class="own"
      >Your own, in modules <InputText v-model="desk.band.low" class="value few" inputmode="decimal" aria-label="Least, in modules" placeholder="least" />
      <InputText v-model="desk.band.high" class="value few" inputmode="decimal" aria-label="Most, in modules" placeholder="most"
    /></label>
  </p>
  <Button v-if="pair.band.set_at_mm && !['right', 'interferes'].includes(pair.verdict)" @click="desk.said.distance = pair.band.set_at_mm!.toFixed(3)">Set it right</Button>
</template>

<style scoped>
.word {
  font-size: 26px;
}

dl {
  display: grid;
  grid-template-columns: 1fr auto;
  border-top: 1px solid var(--ink);
}

dt,
dd {
  padding: 3px 0;
  border-bottom: 1px solid var(--hair);
}

dt {
  color: var(--soft);
}

dd {
  text-align: right;
  font-size: 18px;
}

.big {
  font-size: 24px;
}

.few {
  width: 84px;
}

.own {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
