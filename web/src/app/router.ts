import { createRouter, createWebHistory } from "vue-router";

import SignIn from "../features/workshop/SignIn.vue";
import { useSession } from "../features/workshop/session";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/sign-in", name: "sign-in", component: SignIn, meta: { open: true } },
    { path: "/", name: "bench", component: () => import("../features/visits/BenchView.vue") },
    { path: "/visits/new", name: "new-visit", component: () => import("../features/visits/NewVisitView.vue") },
    {
      path: "/visits/:visitId/:stage?",
      name: "visit",
      component: () => import("../features/visits/VisitView.vue"),
      props: true,
    },
    { path: "/reader", name: "reader", component: () => import("../features/instruments/ReaderView.vue") },
    { path: "/pair", name: "pair", component: () => import("../features/instruments/PairView.vue") },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.known) await session.look();
  if (!to.meta.open && !session.member) return { name: "sign-in", query: { next: to.fullPath } };
  return true;
});
