<script setup lang="ts">
/** One line of an order: what it is for, how it stands, and what became of it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";

import type { Order, OrderLine } from "../../api/types";
import { maybeNumber } from "../../text/numbers";
import { priced, type useOrders } from "./orders";

const props = defineProps<{ line: OrderLine; order: Order; desk: ReturnType<typeof useOrders> }>();
type Doing = "" | "came" | "wrong" | "not";
const doing = ref<Doing>("");
const ticked = ref<number[]>([]);
const count = ref(1);
const why = ref("");
const credited = ref("");
const basket = computed(() => props.order.standing === "basket");
const stands = computed(() =>
  [
    props.line.came ? `${props.line.came} came` : "",
    props.line.back ? `${props.line.back} sent back` : "",
    props.line.cancelled ? `${props.line.cancelled} not coming` : "",
    Number(props.line.credited) ? `${priced(props.line.credited)} credited` : "",
  ]
    .filter(Boolean)
    .join(", "),
);
/** A gear is measured beside what was ordered; a set is ticked, what has no teeth only looked at. */
const measure = computed(() =>
  props.line.teeth && !props.line.contains.length
    ? {
        name: "arrival",
        query: {
          line: props.line.id,
          teeth: String(props.line.teeth),
          module: props.line.module_mm ? String(props.line.module_mm) : "",
          visit: props.line.made_for?.visit,
          piece: props.line.made_for?.piece_ids[0],
          for: props.line.made_for ? `${props.line.made_for.unit}, ${props.line.what}` : props.line.what,
        },
      }
    : undefined,
);

function start(what: Doing) {
  doing.value = doing.value === what ? "" : what;
  count.value = props.line.owed;
  ticked.value = [];
  why.value = credited.value = "";
}

const more = (by: number) => (count.value = Math.min(props.line.owed, Math.max(1, count.value + by)));

async function done() {
  const id = props.line.id;
  const made =
    doing.value === "came"
      ? await props.desk.came(
          id,
          count.value,
          props.line.contains.filter((_, n) => ticked.value.includes(n)),
        )
      : doing.value === "wrong"
        ? await props.desk.back(id, count.value, why.value.trim() ? [why.value.trim()] : [])
        : await props.desk.cancel(id, count.value, why.value.trim(), maybeNumber(credited.value)?.toString() ?? null);
  if (made) doing.value = "";
}
</script>

<template>
  <li :class="{ settled: !line.owed && !basket }">
    <div class="what">
      <p>
        <b class="value">{{ line.count }}×</b> <b>{{ line.what }}</b> <span v-if="line.number && line.number !== line.what" class="soft small">{{ line.number }}</span>
      </p>
      <p class="small">
        <RouterLink v-if="line.made_for" :to="{ name: 'visit', params: { visitId: line.made_for.visit, stage: 'source' } }"
          >{{ line.made_for.unit }}<template v-if="line.made_for.pieces.length">: {{ line.made_for.pieces.join(", ") }}</template></RouterLink
        ><span v-else class="soft">for the drawer</span>
        <span v-if="stands" :class="line.owed ? 'soft' : 'proved'"> · {{ stands }}</span>
      </p>
      <p v-if="line.made_for?.gone" class="harm small">That piece was taken back from the row: is it still wanted?</p>
    </div>
    <span class="value price">{{ line.amount == null ? "?" : priced(line.amount) }}</span>
    <div v-if="basket" class="moves">
      <Button variant="outlined" :aria-label="`One ${line.what} fewer`" :disabled="line.count < 2" @click="desk.change(line.id, line.count - 1, line.price)">−</Button>
      <Button variant="outlined" :aria-label="`One ${line.what} more`" @click="desk.change(line.id, line.count + 1, line.price)">+</Button>
      <Button variant="text" :aria-label="`Take ${line.what} out`" @click="desk.takeOut(line.id)">×</Button>
    </div>
    <div v-else-if="line.owed" class="moves">
      <RouterLink v-if="measure" class="link" :to="measure">It came: measure it</RouterLink>
      <Button v-else :variant="doing === 'came' ? undefined : 'outlined'" @click="start('came')">It came</Button>
      <Button variant="outlined" @click="start('wrong')">Wrong</Button>
      <Button variant="text" @click="start('not')">Not coming</Button>
    </div>
    <form v-if="doing" class="doing" @submit.prevent="done">
      <fieldset v-if="doing === 'came' && line.contains.length">
        <legend class="label">Tick each piece that is there</legend>
        <label v-for="(piece, n) in line.contains" :key="n" class="tick"><input v-model="ticked" type="checkbox" :value="n" /> {{ piece }}</label>
      </fieldset>
      <p v-if="line.owed > 1" class="many">
        <Button variant="outlined" aria-label="One fewer" @click="more(-1)">−</Button><b class="value">{{ count }} of {{ line.owed }}</b
        ><Button variant="outlined" aria-label="One more" @click="more(1)">+</Button>
      </p>
      <InputText
        v-if="doing !== 'came'"
        v-model="why"
        maxlength="200"
        :aria-label="doing === 'wrong' ? 'What is wrong with it' : 'Why it is not coming'"
        :placeholder="doing === 'wrong' ? 'bore 4 for 5; 31 teeth for 30' : 'no longer made'"
      />
      <label v-if="doing === 'not'">credited <InputText v-model="credited" class="value few" inputmode="decimal" placeholder="0.00" /></label>
      <Button type="submit" :disabled="doing === 'came' && ticked.length < line.contains.length">{{ doing === "came" ? "Take it in" : doing === "wrong" ? "Send it back" : "Cross it off" }}</Button>
    </form>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 4px 16px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}

.moves,
.doing,
.many {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.doing {
  grid-column: 1 / -1;
  padding: 8px 0;
}

.doing > input {
  flex: 1 1 240px;
  min-width: 0;
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  border: 0;
  padding: 0;
}

.tick,
.doing > label {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
}

.tick input {
  width: 24px;
  height: 24px;
}

.few {
  width: 96px;
}

.link {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.settled .what {
  opacity: 0.85;
}

a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .moves {
    grid-column: 1 / -1;
  }
}
</style>
