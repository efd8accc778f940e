<script setup lang="ts">
/** The workshop: who works here and how they come in, open sign-ins, backups, versions. */
import { useIntervalFn } from "@vueuse/core";
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { NewCode, Problem, WorkshopPage } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import AddPhone from "./AddPhone.vue";
import CalendarFeed from "./CalendarFeed.vue";
import RecordFile from "./RecordFile.vue";
import SecondFactor from "./SecondFactor.vue";
import TokenList from "./TokenList.vue";
import { useSession } from "./session";

type Role = "owner" | "member" | "reader";

const session = useSession();
const page = ref<WorkshopPage>();
const problem = ref<Problem>();
const code = ref<NewCode>();
const role = ref<Role>("member");
const called = ref("");
const old = ref("");
const fresh = ref("");
const said = ref("");
const sure = ref(false);
const LOOK_AGAIN = 3000;

const newest = computed(() => page.value?.backups.find((backup) => backup.kind === "whole"));
const when = (at: string) => new Date(at).toLocaleString(undefined, { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
const nameOf = (key: string) => page.value?.roles.find((role) => role.key === key)?.says.split(":")[0] ?? key;
const others = computed(() => page.value?.sign_ins.filter((session) => !session.this_one) ?? []);

/** One thing asked of the server; its answer is the page as it is now. */
async function act(asked: () => Promise<WorkshopPage | undefined>) {
  try {
    const answer = await asked();
    if (answer) page.value = answer;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const look = () => act(() => ask(api.GET("/api/workshop")));
const invite = () =>
  act(async () => {
    code.value = await ask(api.POST("/api/workshop/codes", { body: { role: role.value, called: called.value.trim() } }));
    called.value = "";
    return ask(api.GET("/api/workshop"));
  });
const reset = (id: number) =>
  act(async () => {
    code.value = await ask(api.POST("/api/workshop/members/{member_id}/reset", { params: { path: { member_id: id } } }));
    return ask(api.GET("/api/workshop"));
  });
const change = (id: number, as: string, active: boolean) => act(() => ask(api.PUT("/api/workshop/members/{member_id}", { params: { path: { member_id: id } }, body: { role: as as Role, active } })));
const takeBack = (id: string) => act(() => ask(api.DELETE("/api/workshop/codes/{code_id}", { params: { path: { code_id: id } } })));
const end = (id: string) => act(() => ask(api.DELETE("/api/workshop/sign-ins/{session_id}", { params: { path: { session_id: id } } })));
const backUp = () => act(() => ask(api.POST("/api/workshop/backups")));
const changePassword = () =>
  act(async () => {
    said.value = "";
    const answer = await ask(api.PUT("/api/workshop/password", { body: { old: old.value, new: fresh.value } }));
    old.value = fresh.value = "";
    said.value = "Changed. Sign-ins on other devices have ended, tokens too.";
    return answer;
  });
const removeSample = () =>
  act(async () => {
    await ask(api.DELETE("/api/workshop/sample"));
    sure.value = false;
    return ask(api.GET("/api/workshop"));
  });

onMounted(look);
useIntervalFn(() => page.value?.backup_running && void look(), LOOK_AGAIN);
</script>

<template>
  <TopBar title="Workshop" :about="page?.name" />
  <main class="work shop">
    <ProblemNote :problem="problem" />
    <h1 v-if="page">{{ page.members.length === 1 ? "One member works" : `${page.members.length} members work` }} at {{ page.name }}</h1>
    <p v-if="page?.sample" class="mind">This is the sample bench. Its password is known to all, so it opens on this machine only.</p>
    <div v-if="page" class="two">
      <div class="column">
        <section aria-labelledby="members">
          <h2 id="members" class="label">Members</h2>
          <ul>
            <li v-for="member in page.members" :key="member.id" class="member">
              <span
                ><b>{{ member.called }}</b
                >{{ " " }}
                <span class="soft small"
                  >{{ member.username }}{{ member.active ? "" : ", barred" }}<template v-if="member.last_seen"> · last {{ when(member.last_seen) }}</template></span
                ></span
              >
              <template v-if="page.may_keep">
                <Select
                  :model-value="member.role"
                  :options="page.roles"
                  option-label="says"
                  option-value="key"
                  :aria-label="`Role of ${member.called}`"
                  @update:model-value="(to) => change(member.id, to, member.active)"
                >
                  <template #value="{ value }">{{ nameOf(value) }}</template>
                </Select>
                <Button variant="outlined" @click="reset(member.id)">New password</Button>
                <Button variant="outlined" @click="change(member.id, member.role, !member.active)">{{ member.active ? "Bar" : "Let in" }}</Button>
              </template>
              <span v-else class="soft">{{ nameOf(member.role) }}</span>
            </li>
          </ul>
        </section>
        <section v-if="page.may_keep" aria-labelledby="codes">
          <h2 id="codes" class="label">Let someone in by a one-time code</h2>
          <form class="invite" @submit.prevent="invite">
            <InputText v-model="called" maxlength="60" placeholder="who it is for" aria-label="Who it is for" />
            <Select v-model="role" :options="page.roles" option-label="says" option-value="key" aria-label="As">
              <template #value="{ value }">{{ nameOf(value) }}</template>
            </Select>
            <Button type="submit">Make a code</Button>
          </form>
          <div v-if="code" class="code" role="status">
            <p class="text value">{{ code.text }}</p>
            <p>
              Good once, until {{ when(code.expires_at) }}, at <span class="value small">{{ code.address }}</span>. It is shown only now.
            </p>
            <Button variant="outlined" @click="code = undefined">Noted</Button>
          </div>
          <ul v-if="page.codes.length" aria-label="Codes not used yet">
            <li v-for="open in page.codes" :key="open.id" class="plain">
              <span
                >{{ open.for_member ? `new password for ${open.for_member}` : `${open.called || "someone"}, ${nameOf(open.role)}` }}
                <span class="soft small">until {{ when(open.expires_at) }}</span></span
              ><Button variant="outlined" @click="takeBack(open.id)">Take back</Button>
            </li>
          </ul>
        </section>
        <section aria-labelledby="password">
          <h2 id="password" class="label">Your password</h2>
          <form class="invite" @submit.prevent="changePassword">
            <InputText v-model="old" type="password" placeholder="old" aria-label="Old password" autocomplete="current-password" maxlength="400" />
            <InputText v-model="fresh" type="password" placeholder="new, ten or more" aria-label="New password" autocomplete="new-password" maxlength="400" />
            <Button type="submit" variant="outlined" :disabled="!old || !fresh">Change it</Button>
          </form>
          <p v-if="said" class="proved" role="status">{{ said }}</p>
        </section>
        <SecondFactor v-if="!page.sample" />
        <AddPhone />
        <CalendarFeed />
        <TokenList />
      </div>
      <div class="column">
        <section v-if="page.may_run" aria-labelledby="backups">
          <h2 id="backups" class="label">Backups</h2>
          <p class="state" :class="page.backup_overdue ? 'harm' : 'proved'">{{ newest ? `The last whole one is of ${when(newest.made_at)}` : "There is none yet" }}</p>
          <ul v-if="page.backups.length">
            <li v-for="backup in page.backups.slice(0, 6)" :key="backup.name" class="plain">
              <span
                >{{ when(backup.made_at) }}
                <span class="soft small">{{
                  backup.kind === "whole" ? `${backup.visits} visits, ${backup.photos} photos` : backup.kind === "database" ? "before an upgrade, without photos" : "cannot be read"
                }}</span></span
              ><span class="value">{{ backup.megabytes }} MB</span>
            </li>
          </ul>
          <div class="actions">
            <Button :disabled="page.backup_running" @click="backUp">{{ page.backup_running ? "Being made …" : "Back up now" }}</Button>
          </div>
          <p class="soft small">One is made each day and thinned as it ages. They lie beside the record: copy one elsewhere now and then. ./dentado restore FILE puts one back.</p>
        </section>
        <section aria-labelledby="record">
          <h2 id="record" class="label">The record, in and out</h2>
          <RecordFile />
        </section>
        <section aria-labelledby="sign-ins">
          <h2 id="sign-ins" class="label">Open sign-ins</h2>
          <ul>
            <li v-for="device in page.sign_ins" :key="device.id" class="plain">
              <span
                ><b>{{ device.member }}</b> {{ device.device }} <span class="soft small">{{ device.address }} · last {{ when(device.last_seen) }}</span></span
              ><span v-if="device.this_one" class="soft">this one</span><Button v-else variant="outlined" @click="end(device.id)">End</Button>
            </li>
          </ul>
          <p v-if="!others.length" class="soft">No other device is signed in.</p>
        </section>
        <section v-if="page.has_sample && page.may_run && !page.sample" aria-labelledby="sample">
          <h2 id="sample" class="label">The sample bench</h2>
          <p>It stands beside yours, to look round in. Removed, it does not come back.</p>
          <div class="actions">
            <Button v-if="!sure" variant="outlined" @click="sure = true">Remove the sample</Button
            ><template v-else
              ><Button severity="danger" @click="removeSample">Remove it with all that was tried in it</Button><Button variant="outlined" @click="sure = false">Leave it</Button></template
            >
          </div>
        </section>
        <section v-if="page.may_run" aria-labelledby="troubles">
          <h2 id="troubles" class="label">Slow or failed requests</h2>
          <p v-if="!page.troubles.length" class="soft">None failed, and none took longer than a second.</p>
          <ul v-else aria-label="Slow or failed requests">
            <li v-for="each in page.troubles.slice(0, 8)" :key="each.id">
              <span
                ><span class="value small">{{ each.method }} {{ each.route }}</span
                >{{ " " }}<span class="soft small">{{ when(each.at) }}{{ each.who ? `, ${each.who}` : "" }}, number {{ each.id }}</span></span
              >
              <b :class="{ harm: each.status >= 500 }">{{ each.status >= 500 ? `failed, ${each.status}` : `${(each.ms / 1000).toFixed(1)} s` }}</b>
            </li>
          </ul>
          <p class="soft small"><span class="value">./dentado doctor</span> says what is wrong with this installation, and makes a report without anything of the record.</p>
        </section>
        <section aria-labelledby="versions">
          <h2 id="versions" class="label">Versions</h2>
          <p>
            <template v-for="(part, n) in page.versions" :key="part.what"
              ><template v-if="n"> · </template>{{ part.what }} <span class="value">{{ part.version }}</span></template
            >
          </p>
          <p class="soft small">Signed in as {{ session.member }}, {{ nameOf(session.role) }}.</p>
        </section>
      </div>
    </div>
  </main>
</template>

<style scoped>
.shop {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  gap: 18px;
  align-content: start;
}

.column {
  display: grid;
  gap: 28px;
  align-content: start;
}

section {
  display: grid;
  gap: 10px;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 56px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}

li > :first-child {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}

.plain {
  justify-content: space-between;
}

.invite {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.invite > :first-child {
  flex: 1;
  min-width: 160px;
}

.invite > :deep(input) {
  flex: 1;
  min-width: 160px;
}

.code {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 16px;
  background: var(--brass-wash);
  border-left: 3px solid var(--brass);
  overflow-wrap: anywhere;
}

.text {
  font-size: 30px;
  letter-spacing: 0.04em;
}

.state {
  font-size: 21px;
}

.mind {
  border-left: 3px solid var(--brass);
  padding: 4px 0 4px 14px;
}

@media (max-width: 700px) {
  .member {
    flex-wrap: wrap;
  }

  .member > :first-child {
    flex-basis: 100%;
  }
}
</style>
