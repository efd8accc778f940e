/** Who is signed in, and the words every screen shares. */
import { defineStore } from "pinia";
import { ref } from "vue";

import { api, ask } from "../../api/client";
import type { Vocabulary } from "../../api/types";

export const useSession = defineStore("session", () => {
  const known = ref(false);
  const member = ref("");
  const workshop = ref("");
  const words = ref<Vocabulary>();

  async function look() {
    try {
      take(await ask(api.GET("/api/session")));
    } catch {
      known.value = false;
      return;
    }
    if (member.value) await learn();
  }

  async function learn() {
    words.value = await ask(api.GET("/api/vocabulary"));
  }

  async function signIn(username: string, password: string) {
    take(await ask(api.POST("/api/session", { body: { username, password } })));
    await learn();
  }

  async function signOut() {
    take(await ask(api.DELETE("/api/session")));
  }

  function take(session: { member: string; workshop: string }) {
    known.value = true;
    member.value = session.member;
    workshop.value = session.workshop;
  }

  /** Called when the server says the session is over. */
  function lapse() {
    member.value = "";
  }

  return { known, member, workshop, words, look, signIn, signOut, lapse };
});
