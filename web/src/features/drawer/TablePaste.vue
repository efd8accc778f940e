<script setup lang="ts">
/** A table for the drawer. */
import { api, ask } from "../../api/client";
import TableIn from "../shelf/TableIn.vue";

const emit = defineEmits<{ taken: [] }>();
const send = (text: string, take: boolean) => ask(api.POST("/api/drawer/table", { body: { text, take } }));
</script>

<template>
  <TableIn table="stock_list" verb="Put in" placeholder="Paste rows from a sheet, their heading first: what; count; place; price. Or teeth; module; bore; count." :send="send" @taken="emit('taken')" />
</template>
