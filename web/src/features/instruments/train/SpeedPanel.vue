<script setup lang="ts">
/** Speeds, directions, meetings, efficiency and torque, stage by stage and shaft by shaft. */
import InputText from "primevue/inputtext";
import { computed } from "vue";

import type { TrainOut } from "../../../api/types";
import { figures } from "../../../text/numbers";
import "../panel.css";
import { useTrain } from "./train";

const props = defineProps<{ train: TrainOut }>();
const desk = useTrain();
const loaded = computed(() => props.train.shafts.some((shaft) => shaft.torque_nmm !== null));
const time = (minutes?: number | null) =>
  minutes == null ? "" : minutes < 1 ? `${(minutes * 60).toFixed(minutes < 0.05 ? 1 : 0)} s` : minutes < 90 ? `${minutes.toFixed(1)} min` : `${(minutes / 60).toFixed(1)} h`;
</script>

<template>
  <div class="asked">
    <label>Shaft {{ train.driven[0] }}, rpm <InputText v-model="desk.said.rpm" class="value few" inputmode="decimal" /></label>
    <label>torque, N·mm <InputText v-model="desk.said.torque" class="value few" inputmode="decimal" placeholder="?" /></label>
  </div>
  <table class="figures">
    <thead>
      <tr>
        <th>stage</th>
        <th class="num">ratio</th>
        <th class="num">meets again</th>
        <th class="num">meetings</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="stage in train.stages" :key="stage.number">
        <td>
          <b>{{ stage.number }}</b> {{ stage.what }}
          <p class="soft small">
            <template v-if="stage.efficiency">{{ (100 * stage.efficiency).toFixed(0) }} %</template><span v-if="stage.holds_back"> · holds back</span
            ><span v-if="stage.pitch_line_m_s"> · {{ figures(stage.pitch_line_m_s) }} m/s</span>
          </p>
          <p v-for="trouble in stage.troubles" :key="trouble" class="harm small">{{ trouble }}</p>
          <p v-for="note in stage.notes" :key="note" class="soft small">{{ note }}</p>
        </td>
        <td class="value num">{{ stage.ratio_decimal === null ? "" : Math.abs(stage.ratio_decimal).toFixed(3) }}</td>
        <td class="value num">
          {{ stage.meets_again ? `${figures(stage.meets_again)} turns` : "" }}
          <p v-if="stage.hunts" class="proved small">hunts</p>
          <template v-if="stage.meetings.length > 1"
            ><p v-for="pair in stage.meetings" :key="pair.what" class="soft small">{{ pair.what }}: {{ pair.again ? figures(pair.again) : "never" }}</p></template
          >
        </td>
        <td class="value num">{{ figures(stage.meetings_hz) }} Hz</td>
      </tr>
    </tbody>
  </table>
  <table class="figures">
    <thead>
      <tr>
        <th>shaft</th>
        <th class="num">turns</th>
        <th class="num">rpm</th>
        <th v-if="loaded" class="num">N·mm</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="shaft in train.shafts" :key="shaft.name" :class="{ soft: shaft.held }">
        <td>
          <b>{{ shaft.name }}</b> <span class="soft small">{{ shaft.held ? "held" : shaft.turns_decimal > 0 ? "↻ as driven" : shaft.turns_decimal < 0 ? "↺ back" : "stands" }}</span>
        </td>
        <td class="value num">{{ shaft.turns }}</td>
        <td class="value num">{{ figures(Math.abs(shaft.rpm)) }}</td>
        <td v-if="loaded" class="value num">{{ shaft.torque_nmm === null ? "" : figures(shaft.torque_nmm) }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="train.run_in_turns" class="soft">
    Every tooth has met all it meets after <b>{{ train.run_in_turns }}</b> turns of shaft {{ train.driven[0] }}, {{ time(train.run_in_minutes) }}: the least run-in.<template v-if="train.home_turns">
      All marks stand as before after {{ train.home_turns }} turns, {{ time(train.home_minutes) }}.</template
    >
  </p>
  <p v-if="train.efficiency" class="soft">
    {{ (100 * train.efficiency).toFixed(0) }} % of the power gets through, greased and moderately loaded<template v-if="train.holds_back">; the output cannot drive it back</template>.
  </p>
</template>
