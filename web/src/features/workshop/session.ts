/** Who is signed in, and the words every screen shares. The page itself is served to members only. */
import { defineStore } from "pinia";
import { ref } from "vue";

import { api, ask } from "../../api/client";
import type { Vocabulary } from "../../api/types";
import { toTheDoor } from "../../app/door";
import { belongsTo, nobodys } from "../../offline/owner";
import { useOutbox } from "../../record/outbox";

export const useSession = defineStore("session", () => {
  const member = ref("");
  const workshop = ref("");
  const key = ref("");
  const role = ref("");
  const sample = ref(false);
  const version = ref("");
  const words = ref<Vocabulary>();

  async function look() {
    const [session, vocabulary] = await Promise.all([ask(api.GET("/api/session")), ask(api.GET("/api/vocabulary"))]);
    await belongsTo(session.key);
    member.value = session.member;
    workshop.value = session.workshop;
    key.value = session.key;
    role.value = session.role;
    sample.value = session.sample;
    version.value = session.version;
    words.value = vocabulary;
    void useOutbox().belongTo(session.key, session.member);
  }

  async function signOut() {
    await ask(api.DELETE("/api/session"));
    await nobodys();
    toTheDoor();
  }

  return { member, workshop, key, role, sample, version, words, look, signOut };
});
