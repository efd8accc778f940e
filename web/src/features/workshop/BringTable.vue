<script setup lang="ts">
/** What a bench has in sheets already: visits, their pieces, what was measured on them, what was and is to be ordered. */
import SelectButton from "primevue/selectbutton";
import { computed, ref } from "vue";

import { api, ask } from "../../api/client";
import TableIn from "../shelf/TableIn.vue";

const LISTS = [
  { key: "visit_list", label: "Visits", placeholder: "unit; kind; owner; complaint; stage" },
  { key: "piece_list", label: "Pieces", placeholder: "unit; visit; step; line" },
  { key: "measurement_list", label: "Measurements", placeholder: "unit; visit; step; teeth; measured; value" },
  { key: "order_list", label: "Orders", placeholder: "supplier; what; count; price; sent on; came" },
] as const;
type ListKey = (typeof LISTS)[number]["key"];

const kind = ref<ListKey>("visit_list");
const list = computed(() => LISTS.find((each) => each.key === kind.value) ?? LISTS[0]);
const send = (text: string, take: boolean) => ask(api.POST("/api/record/lists/{name}", { params: { path: { name: kind.value } }, body: { text, take } }));
</script>

<template>
  <div class="bring">
    <SelectButton v-model="kind" class="kinds" :options="[...LISTS]" option-label="label" option-value="key" :allow-empty="false" aria-label="What the table is of" />
    <TableIn :table="kind" verb="Add" :placeholder="`Paste rows from a sheet, their heading first: ${list.placeholder}`" :send="send" />
  </div>
</template>

<style scoped>
.bring {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.kinds {
  flex-wrap: wrap;
}
</style>
