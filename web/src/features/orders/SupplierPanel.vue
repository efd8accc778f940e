<script setup lang="ts">
/** Who parts come from: what their post costs, how long they take, and their list. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, Supplier, SupplierState } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { newId } from "../../record/ids";
import { maybeNumber } from "../../text/numbers";
import { dayOf, priced } from "./orders";
import PriceList from "./PriceList.vue";

const emit = defineEmits<{ changed: [] }>();
const suppliers = ref<Supplier[]>([]);
const problem = ref<Problem>();
const open = ref("");
const blank = () => ({ name: "", postage: "", free_from: "", usual_days: "", on_line: false });
const form = ref(blank());

async function look() {
  try {
    suppliers.value = await ask(api.GET("/api/suppliers"));
  } catch (error) {
    problem.value = asProblem(error);
  }
}

function edit(supplier?: Supplier) {
  open.value = open.value === (supplier?.id ?? "new") ? "" : (supplier?.id ?? "new");
  const said = (value: string | number | null | undefined) => (value == null ? "" : String(Number(value)));
  form.value = supplier
    ? { name: supplier.name, postage: said(supplier.postage), free_from: said(supplier.free_from), usual_days: said(supplier.usual_days), on_line: supplier.on_line ?? false }
    : blank();
}

async function keep(supplier?: Supplier, gone = false) {
  const number = (text: string) => maybeNumber(text)?.toString() ?? null;
  const said: SupplierState = {
    name: form.value.name,
    postage: number(form.value.postage),
    free_from: number(form.value.free_from),
    usual_days: maybeNumber(form.value.usual_days) ?? null,
    on_line: form.value.on_line,
    note: supplier?.note ?? "",
    gone,
  };
  try {
    await ask(api.PUT("/api/suppliers/{supplier_id}", { params: { path: { supplier_id: supplier?.id ?? newId() } }, body: said }));
    problem.value = undefined;
    open.value = "";
    await look();
    emit("changed");
  } catch (error) {
    problem.value = asProblem(error);
  }
}

onMounted(look);
</script>

<template>
  <section aria-label="Suppliers">
    <h2 class="label">Suppliers</h2>
    <ul>
      <li v-for="supplier in suppliers" :key="supplier.id">
        <button type="button" class="head" :aria-expanded="open === supplier.id" @click="edit(supplier)">
          <b>{{ supplier.name }}</b>
          <span class="soft small">
            {{ supplier.on_line ? "over the line · " : "" }}{{ supplier.items }} on the list<template v-if="supplier.listed_at">, {{ dayOf(supplier.listed_at) }}</template
            ><template v-if="supplier.postage"> · post {{ priced(supplier.postage) }}</template>
          </span>
        </button>
        <div v-if="open === supplier.id" class="open">
          <form class="fields" @submit.prevent="keep(supplier)">
            <label>Name <InputText v-model="form.name" maxlength="80" /></label>
            <label>Post <InputText v-model="form.postage" class="value few" inputmode="decimal" /></label>
            <label>free from <InputText v-model="form.free_from" class="value few" inputmode="decimal" /></label>
            <label>usual days <InputText v-model="form.usual_days" class="value few" inputmode="numeric" /></label>
            <fieldset>
              <label class="tick"><input v-model="form.on_line" type="checkbox" /> answers over the line</label>
            </fieldset>
            <Button type="submit">Keep</Button>
            <Button variant="text" @click="keep(supplier, true)">No longer bought from</Button>
          </form>
          <PriceList :supplier="supplier" @taken="look" />
        </div>
      </li>
    </ul>
    <form v-if="open === 'new'" class="fields" @submit.prevent="keep()">
      <label>Name <InputText v-model="form.name" maxlength="80" autofocus /></label>
      <label>Post <InputText v-model="form.postage" class="value few" inputmode="decimal" /></label>
      <label>free from <InputText v-model="form.free_from" class="value few" inputmode="decimal" /></label>
      <label>usual days <InputText v-model="form.usual_days" class="value few" inputmode="numeric" /></label>
      <fieldset>
        <label class="tick"><input v-model="form.on_line" type="checkbox" /> answers over the line</label>
      </fieldset>
      <Button type="submit" :disabled="!form.name.trim()">Add</Button>
    </form>
    <Button v-else variant="outlined" class="add" @click="edit()">Another supplier</Button>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  border-bottom: 1px solid var(--hair);
}

.head {
  display: grid;
  width: 100%;
  min-height: 56px;
  align-content: center;
  text-align: left;
  border: 0;
  padding: 4px 0;
  background: none;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}

.open {
  display: grid;
  gap: 14px;
  padding: 6px 0 14px;
}

.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
}

.fields label {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
}

fieldset {
  border: 0;
  padding: 0;
}

.few {
  width: 84px;
}

.tick input {
  width: 24px;
  height: 24px;
}

.add {
  justify-self: start;
}
</style>
