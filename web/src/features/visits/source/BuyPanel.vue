<script setup lang="ts">
/** Where each piece is to be had: one move puts it in a basket, and how its order stands is seen here. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, defineAsyncComponent, onMounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Buyable, Problem, Supplier, ToBuy } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import SlideOver from "../../../app/SlideOver.vue";
import { newId } from "../../../record/ids";
import { maybeNumber } from "../../../text/numbers";
import { queryOf } from "../../drawer/part";
import { priced } from "../../orders/orders";
import { useVisit } from "../visit";

const ArrivalPanel = defineAsyncComponent(() => import("../../drawer/ArrivalPanel.vue"));
const emit = defineEmits<{ measured: [] }>();
const store = useVisit();
const pieces = ref<ToBuy[]>([]);
const suppliers = ref<Supplier[]>([]);
const problem = ref<Problem>();
/** What was refused since it is on order already: asked whether a second one is meant. */
const twice = ref<Buyable>();
const other = ref({ supplier: "", what: "", price: "" });
const ordering = ref("");
const asked = ref(false);
const sending = ref(false);
const open = computed(() => pieces.value.filter((piece) => !piece.line && !piece.came_with));
const decided = computed(() => open.value.flatMap((piece) => piece.offers.filter((offer) => offer.decided).slice(0, 1)));

async function look() {
  const visit_id = store.visit?.id;
  if (!visit_id) return;
  try {
    pieces.value = (await ask(api.GET("/api/orders/for/{visit_id}", { params: { path: { visit_id } } }))).pieces;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const pinned = (piece: ToBuy) => store.laid.find((each) => each.piece.id === piece.piece)?.piece.pins.find((each) => each.gear);

/** What nobody ordered is measured all the same. */
function unordered(piece: ToBuy) {
  const pin = pinned(piece);
  return pin && { ...queryOf(pin), visit: store.visit?.id, piece: piece.piece, for: `${store.visit?.unit.label}, ${piece.name}` };
}

/** A gear that came is measured beside its reading; what was not read is taken in with its order. */
function arrival(piece: ToBuy) {
  const pin = pinned(piece);
  if (!piece.line || !pin) return undefined;
  return { ...queryOf(pin), line: piece.line.id, visit: store.visit?.id, piece: piece.piece, for: `${store.visit?.unit.label}, ${piece.name}` };
}

/** What is being measured beside this page. */
const measuring = ref<Record<string, unknown>>();
async function measured(settled: boolean) {
  measuring.value = undefined;
  if (!settled) return;
  emit("measured");
  await Promise.all([look(), store.keepUp()]);
}

async function put(body: { supplier: string; item?: string; what: string; price?: string | null; pieces: string[]; again?: boolean }) {
  try {
    await ask(api.PUT("/api/orders/lines/{line_id}", { params: { path: { line_id: newId() } }, body: { count: 1, again: false, visit: store.visit?.id, ...body } }));
    problem.value = undefined;
    twice.value = undefined;
    ordering.value = "";
    await look();
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function take(offer: Buyable, again = false) {
  await put({ supplier: offer.supplier, item: offer.item, what: offer.what, pieces: offer.serves, again });
  if (problem.value?.code === "already_ordered") twice.value = offer;
}

/** Of several pieces in one basket the first has the button: it sends them all. */
const firstOf = (piece: ToBuy) => pieces.value.find((each) => each.order_id === piece.order_id) === piece;

async function send(piece: ToBuy) {
  sending.value = true;
  try {
    if (piece.order_id) await ask(api.PUT("/api/orders/{order_id}/sent", { params: { path: { order_id: piece.order_id } }, body: { reference: "", expected_on: null } }));
    problem.value = undefined;
    await look();
    await store.keepUp();
  } catch (error) {
    problem.value = asProblem(error);
    // Over its limit the visit waits for its owner now.
    if (problem.value.code === "over_limit") await store.keepUp();
  } finally {
    sending.value = false;
  }
}

async function takeDecided() {
  const done = new Set<string>();
  for (const offer of decided.value) {
    if (done.has(offer.item)) continue;
    done.add(offer.item);
    await take(offer);
  }
}

/** One out of the drawer for this piece: the drawer counts, and the plan says where it is from. */
async function fromDrawer(piece: ToBuy, kept: string) {
  try {
    await ask(
      api.PUT("/api/visits/{visit_id}/pieces/{piece_id}/drawer/{movement_id}", {
        params: { path: { visit_id: store.visit?.id ?? "", piece_id: piece.piece, movement_id: newId() } },
        body: { kept, back: false },
      }),
    );
    problem.value = undefined;
    await look();
    await store.keepUp();
  } catch (error) {
    problem.value = asProblem(error);
  }
}

function elsewhere(piece: ToBuy) {
  ordering.value = ordering.value === piece.piece ? "" : piece.piece;
  other.value = { supplier: suppliers.value[0]?.id ?? "", what: piece.name, price: "" };
}

const putOther = (piece: ToBuy) => put({ supplier: other.value.supplier, what: other.value.what.trim(), price: maybeNumber(other.value.price)?.toString() ?? null, pieces: [piece.piece] });

/** Asked when wished for: a supplier may be slow, and nothing here waits for it. */
async function overTheLine() {
  asked.value = true;
  for (const supplier of suppliers.value.filter((each) => each.on_line))
    for (const piece of open.value)
      try {
        await ask(
          api.POST("/api/suppliers/{supplier_id}/ask", {
            params: { path: { supplier_id: supplier.id } },
            body: { words: piece.gear ? "" : piece.name, teeth: piece.gear?.teeth ?? 0, module_mm: piece.gear?.module_mm ?? null, page: 1 },
          }),
        );
      } catch (error) {
        problem.value = asProblem(error);
      }
  await look();
  asked.value = false;
}

watch(
  () => [store.visit?.id, store.visit?.changed_at],
  () => void look(),
  { immediate: true },
);
onMounted(async () => {
  suppliers.value = await ask(api.GET("/api/suppliers")).catch(() => []);
});
</script>

<template>
  <section v-if="pieces.length" class="buy" aria-label="Where to get it">
    <h2 class="label">Where to get it</h2>
    <div v-if="decided.length" class="decided">
      <Button @click="takeDecided">Put what was decided in the basket</Button>
    </div>
    <ul>
      <li v-for="piece in pieces" :key="piece.piece">
        <p class="name">
          <b>{{ piece.name }}</b>
          <RouterLink v-if="piece.line" class="stands" :class="{ harm: piece.standing.includes('late'), proved: !piece.line.owed }" :to="{ name: 'orders' }"
            >{{ piece.order }}: {{ piece.standing }}</RouterLink
          >
          <Button v-if="piece.line && !piece.sent && firstOf(piece)" variant="outlined" :loading="sending" @click="send(piece)">Order it{{ piece.others ? `, with ${piece.others} more` : "" }}</Button>
          <template v-if="piece.line?.owed && piece.sent">
            <Button v-if="arrival(piece)" variant="outlined" @click="measuring = arrival(piece)">It came</Button>
            <RouterLink v-else class="stands" :to="{ name: 'orders' }">It came</RouterLink>
          </template>
          <span v-if="piece.came_with.startsWith('drawer')" class="proved">from the {{ piece.came_with }}</span>
          <span v-else-if="!piece.line && !piece.offers.length && !piece.drawer.length" class="soft small">no supplier lists one</span>
        </p>
        <template v-if="!piece.line">
          <p v-for="kept in piece.came_with ? [] : piece.drawer.slice(0, 2)" :key="kept.kept" class="offer">
            <span class="what"
              ><span>{{ kept.what }}</span>
              <span class="soft small"
                >in the drawer<template v-if="kept.place">, {{ kept.place }}</template> · {{ kept.count }} there<template v-if="kept.change"> · {{ kept.change }}</template></span
              ></span
            >
            <span></span>
            <Button variant="outlined" @click="fromDrawer(piece, kept.kept)">Take one</Button>
          </p>
          <p v-for="offer in piece.offers.slice(0, 3)" :key="offer.item" class="offer" :class="{ chosen: offer.decided }">
            <span class="what"
              ><span>{{ offer.what }}<b v-if="offer.decided" class="proved small"> decided</b></span>
              <span class="soft small"
                >{{ offer.supplier_name }}<template v-if="offer.days != null"> · {{ offer.days }} days</template><template v-if="offer.stock === 0"> · none in stock there</template
                ><template v-if="offer.contains.length"> · with {{ offer.contains.join(", ") }}</template></span
              ></span
            >
            <span class="value">{{ priced(offer.price) }}</span>
            <Button variant="outlined" @click="take(offer)">Basket</Button>
          </p>
          <p class="ways">
            <Button variant="text" class="plain" @click="elsewhere(piece)">From elsewhere</Button>
            <Button v-if="unordered(piece)" variant="text" @click="measuring = unordered(piece)">It came without an order</Button>
          </p>
          <form v-if="ordering === piece.piece" class="other" @submit.prevent="putOther(piece)">
            <select v-model="other.supplier" class="p-inputtext" aria-label="Supplier">
              <option v-for="supplier in suppliers" :key="supplier.id" :value="supplier.id">{{ supplier.name }}</option>
            </select>
            <InputText v-model="other.what" maxlength="200" aria-label="What is ordered" />
            <InputText v-model="other.price" class="value few" inputmode="decimal" aria-label="Price" placeholder="price" />
            <Button type="submit" :disabled="!other.supplier || !other.what.trim()">Basket</Button>
            <RouterLink v-if="!suppliers.length" :to="{ name: 'orders' }">Add a supplier first</RouterLink>
          </form>
        </template>
      </li>
    </ul>
    <Button v-if="open.length && suppliers.some((supplier) => supplier.on_line)" variant="outlined" class="plain" :loading="asked" @click="overTheLine">Ask those that answer over the line</Button>
    <SlideOver v-if="measuring" :title="`A part came for ${measuring.for}`" @close="measured(true)"><ArrivalPanel beside :asked="measuring" @close="measured" /></SlideOver>
    <ProblemNote :problem="problem" />
    <Button v-if="twice && problem?.code === 'already_ordered'" variant="outlined" class="plain" @click="take(twice, true)">A second one is meant</Button>
  </section>
</template>

<style scoped>
.buy {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}

.name {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 2px 14px;
  min-height: 32px;
}

.stands {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.offer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 14px;
  align-items: center;
  padding: 3px 0 3px 10px;
  border-left: 3px solid transparent;
}

.offer.chosen {
  border-left-color: var(--verdigris);
}

.what {
  display: grid;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
}

.other {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.other > input {
  flex: 1 1 160px;
  min-width: 0;
}

.other > .few {
  flex: 0 0 96px;
}

.other > select {
  min-height: 44px;
}

.plain {
  justify-self: start;
  min-height: 44px;
}
</style>
