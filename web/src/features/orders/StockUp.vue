<script setup lang="ts">
/** Something looked for at all suppliers at once, and put in a basket for the drawer. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref, watch } from "vue";
import { useRoute } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Kept, Problem, StockOffer, Supplier } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { newId } from "../../record/ids";
import { priced } from "./orders";

const emit = defineEmits<{ put: [] }>();
const route = useRoute();
const words = ref(typeof route.query.look === "string" ? route.query.look : "");
const found = ref<StockOffer[]>([]);
const problem = ref<Problem>();
const suppliers = ref<Supplier[]>([]);
const put = ref<string[]>([]);
/** What the drawer runs low of: ordered along, it shares the post. */
const lows = ref<Kept[]>([]);
const begin = latest();

async function look() {
  const last = begin();
  if (!words.value.trim()) {
    found.value = [];
    return;
  }
  try {
    const page = await ask(api.POST("/api/suppliers/search", { body: { words: words.value.trim(), teeth: 0, page: 1 } }));
    if (!last()) return;
    found.value = page.items;
    problem.value = undefined;
    await overTheLine(last);
  } catch (error) {
    if (last()) problem.value = asProblem(error);
  }
}

/** One that answers over the line may be slow, down or wrong: what the lists say stands already. */
async function overTheLine(last: () => boolean) {
  for (const supplier of suppliers.value.filter((each) => each.on_line)) {
    try {
      const more = await ask(api.POST("/api/suppliers/{supplier_id}/ask", { params: { path: { supplier_id: supplier.id } }, body: { words: words.value.trim(), teeth: 0, page: 1 } }));
      if (!last()) return;
      const there = new Set(found.value.map((item) => item.id));
      found.value = [...found.value, ...more.filter((item) => !there.has(item.id))];
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }
}

async function take(item: StockOffer) {
  try {
    await ask(
      api.PUT("/api/orders/lines/{line_id}", { params: { path: { line_id: newId() } }, body: { supplier: item.supplier, item: item.id, what: item.what, count: 1, pieces: [], again: false } }),
    );
    put.value = [...put.value, item.id];
    emit("put");
  } catch (error) {
    problem.value = asProblem(error);
  }
}

watch(
  words,
  resting(() => void look(), 250),
);
onMounted(async () => {
  suppliers.value = await ask(api.GET("/api/suppliers")).catch(() => []);
  lows.value = await ask(api.GET("/api/drawer/low")).catch(() => []);
  if (words.value) await look();
});
</script>

<template>
  <section aria-label="Look at all suppliers">
    <label><span class="label">For the drawer</span><InputText v-model="words" maxlength="120" placeholder="bearing 5x11x4, circlip, spur 57" /> </label>
    <p v-if="lows.length && !words.trim()" class="low">
      <span class="soft">Low in the drawer:</span>
      <button v-for="kept in lows.slice(0, 6)" :key="kept.id" type="button" @click="words = kept.what || `${kept.teeth} ${kept.size}`">{{ kept.what || `${kept.teeth} × ${kept.size}` }}</button>
    </p>
    <ul v-if="found.length">
      <li v-for="item in found.slice(0, 8)" :key="item.id">
        <span class="what"
          ><b>{{ item.what }}</b>
          <span class="soft small"
            >{{ item.supplier_name }}<template v-if="item.days != null"> · {{ item.days }} days</template><template v-if="item.stock === 0"> · none in stock there</template></span
          ></span
        >
        <span class="value">{{ priced(item.price) }}</span>
        <Button variant="outlined" :disabled="put.includes(item.id)" @click="take(item)">{{ put.includes(item.id) ? "In" : "Basket" }}</Button>
      </li>
    </ul>
    <p v-else-if="words.trim()" class="soft">None of the suppliers lists that.</p>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.low {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
}

.low button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--oxide);
  font: inherit;
  font-weight: 600;
  text-decoration: underline;
  cursor: pointer;
}

label {
  display: grid;
  gap: 4px;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 14px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--hair);
}

.what {
  display: grid;
}
</style>
