import { createRouter, createWebHistory } from "vue-router";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
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
