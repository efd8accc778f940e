<script setup lang="ts">
/** One order: its lines, what it costs, how it stands, and what is done with it next. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";

import type { Order } from "../../api/types";
import CopyButton from "./CopyButton.vue";
import OrderLineRow from "./OrderLineRow.vue";
import OrderWay from "./OrderWay.vue";
import { priced, type useOrders } from "./orders";

const props = defineProps<{ order: Order; desk: ReturnType<typeof useOrders> }>();
const reference = ref("");
const expected = ref("");
const asking = ref(false);
const putOff = ref(false);
const another = ref("");
const basket = computed(() => props.order.standing === "basket");
const owed = computed(() => props.order.lines.some((line) => line.owed));
const waiting = computed(() => props.desk.busy.value === props.order.id);
/** What goes back with what came wrong, the last first. */
const returns = computed(() => props.order.events.filter((event) => event.kind === "back").reverse());
const TONE: Record<string, string> = { late: "harm", here: "proved" };

const send = () => props.desk.send(props.order.id, reference.value.trim(), expected.value || null);

async function asked() {
  await props.desk.chase(props.order.id);
  asking.value = false;
}

async function name() {
  if (!another.value) return;
  await props.desk.expect(props.order.id, another.value);
  putOff.value = false;
}
</script>

<template>
  <article :class="order.standing" :aria-label="`${order.name} at ${order.supplier_name}`">
    <header>
      <h2>
        <b class="value">{{ order.name }}</b> {{ order.supplier_name }}
      </h2>
      <p class="stands" :class="TONE[order.standing]">{{ order.says }}</p>
      <p class="total value">{{ priced(order.total) }}</p>
    </header>
    <OrderWay v-if="order.sent_on" :sent="order.sent_on" :due="order.expected_on" :here="!owed" :late="order.standing === 'late'" />
    <ul>
      <OrderLineRow v-for="line in order.lines" :key="line.id" :line="line" :order="order" :desk="desk" />
    </ul>
    <p class="sum soft small">
      goods {{ priced(order.goods) }} · post {{ priced(order.postage) }}<template v-if="order.unpriced"> · {{ order.unpriced }} without a price, not in the sum</template
      ><template v-if="basket && order.to_free"> · {{ priced(order.to_free) }} more and the post is free</template><template v-if="order.reference"> · theirs: {{ order.reference }}</template>
    </p>
    <div v-for="event in returns.slice(0, 1)" :key="event.id" class="words">
      <p>{{ event.note }}</p>
      <CopyButton :text="event.note" />
    </div>
    <form v-if="basket" class="actions" @submit.prevent="send">
      <template v-if="!order.on_line">
        <InputText v-model="reference" maxlength="60" aria-label="Their number for it" placeholder="their number for it" />
        <label>due <input v-model="expected" class="p-inputtext" type="date" aria-label="Due on" /></label>
      </template>
      <Button type="submit" :loading="waiting">{{ order.on_line ? "Send the order" : "It is ordered" }}</Button>
    </form>
    <div v-else-if="owed" class="actions">
      <Button :variant="order.ask_now ? undefined : 'outlined'" @click="asking = !asking">Ask after it</Button>
      <Button variant="outlined" @click="putOff = !putOff">Another day</Button>
    </div>
    <div v-if="asking" class="words">
      <p>{{ order.words }}</p>
      <CopyButton :text="order.words" />
      <Button @click="asked">Asked today</Button>
    </div>
    <form v-if="putOff" class="actions" @submit.prevent="name">
      <label>now due <input v-model="another" class="p-inputtext" type="date" aria-label="Now due" required /></label>
      <Button type="submit">Keep</Button>
    </form>
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
  border-left: 4px solid var(--brass);
}

.late {
  border-left-color: var(--oxide);
}

.here,
.cancelled {
  border-left-color: var(--verdigris);
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 18px;
}

h2 {
  font-size: 21px;
}

.stands {
  flex: 1;
  font-weight: 600;
}

.total {
  font-size: 21px;
}

.actions,
.words {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}

.words {
  padding: 10px 12px;
  border: 1px dashed var(--hair);
}

.words p {
  flex: 1 1 260px;
}

@media (max-width: 700px) {
  .stands {
    order: 3;
    flex-basis: 100%;
  }

  h2 {
    flex: 1;
  }
}

.actions label {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
