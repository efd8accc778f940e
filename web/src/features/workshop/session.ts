/** Who is signed in, and the words every screen shares. The page itself is served to members only. */
import { defineStore } from "pinia";
import { ref } from "vue";

import { api, ask } from "../../api/client";
import type { Vocabulary } from "../../api/types";
import { toTheDoor } from "../../app/door";

export const useSession = defineStore("session", () => {
  const member = ref("");
  const workshop = ref("");
  const words = ref<Vocabulary>();

  async function look() {
    const [session, vocabulary] = await Promise.all([ask(api.GET("/api/session")), ask(api.GET("/api/vocabulary"))]);
    member.value = session.member;
    workshop.value = session.workshop;
    words.value = vocabulary;
  }

  async function signOut() {
    await ask(api.DELETE("/api/session"));
    toTheDoor();
  }

  return { member, workshop, words, look, signOut };
});
