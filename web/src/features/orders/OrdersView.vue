<script setup lang="ts">
/** Orders: baskets to send, what is awaited and from whom, what came wrong, and who sells. */
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import { computed, onMounted, ref, watch } from "vue";

import { resting } from "../../api/latest";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { useRouter } from "vue-router";
import OrderCard from "./OrderCard.vue";
import StockUp from "./StockUp.vue";
import SupplierPanel from "./SupplierPanel.vue";
import { useOrders } from "./orders";

const router = useRouter();
const desk = useOrders();
const { orders, problem } = desk;
const state = ref<"open" | "past">("open");
const words = ref("");
const finder = ref<HTMLElement>();
const STATES = [
  { key: "open", label: "Open" },
  { key: "past", label: "Past" },
];
const late = computed(() => (orders.value ?? []).filter((order) => order.standing === "late").length);
const baskets = computed(() => (orders.value ?? []).filter((order) => order.standing === "basket").length);
const awaited = computed(() => (orders.value ?? []).length - baskets.value - late.value);
const says = computed(() => {
  if (!orders.value) return "Looking …";
  if (state.value === "past") return orders.value.length ? `${orders.value.length} past orders` : "No past orders";
  if (!orders.value.length) return words.value.trim() ? "No order like that" : "Nothing on order";
  const parts = [awaited.value ? `${awaited.value} awaited` : "", baskets.value ? `${baskets.value} to send` : ""];
  return parts.filter(Boolean).join(", ");
});
const look = () => desk.look(state.value, words.value.trim());

watch(state, look);
watch(
  words,
  resting(() => void look(), 150),
);
useKeys({ "/": () => finder.value?.querySelector("input")?.focus(), Escape: () => router.push({ name: "bench" }) });
onMounted(look);
</script>

<template>
  <TopBar title="Orders" about="what is awaited, and from whom" />
  <main class="work orders">
    <section class="all">
      <div class="head">
        <h1>
          <span v-if="late && state === 'open'" class="harm">{{ late }} late<template v-if="says">, </template></span>{{ says }}
        </h1>
        <div ref="finder" class="find"><InputText v-model="words" aria-label="Find an order, a supplier, a part" placeholder="A12, spur, a supplier" maxlength="120" /><KeyCap k="/" /></div>
        <SelectButton v-model="state" :options="STATES" option-label="label" option-value="key" :allow-empty="false" aria-label="Which orders" />
      </div>
      <ProblemNote :problem="problem" />
      <p v-if="orders && !orders.length && state === 'open' && !words" class="soft">What a visit needs is put in a basket from its Source stage; what the drawer runs low of, from here.</p>
      <OrderCard v-for="order in orders" :key="order.id" :order="order" :desk="desk" />
    </section>
    <div class="beside">
      <StockUp @put="look" />
      <SupplierPanel @changed="look" />
    </div>
  </main>
</template>

<style scoped>
.orders {
  flex: 1;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 40px;
  align-content: start;
}

.all,
.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  align-content: start;
}

.beside {
  gap: 28px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
}

.head h1 {
  flex: 1 1 220px;
}

.find {
  display: flex;
  gap: 8px;
  align-items: center;
}

@media (max-width: 900px) {
  .orders {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
