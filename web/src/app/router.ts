import { createRouter, createWebHistory } from "vue-router";

import BenchView from "../features/visits/BenchView.vue";
import { newer, takeNewer } from "../offline/worker";
import { useOutbox } from "../record/outbox";

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "bench", component: BenchView },
    { path: "/visits/new", name: "new-visit", component: () => import("../features/visits/NewVisitView.vue") },
    {
      path: "/visits/:visitId/:stage?",
      name: "visit",
      component: () => import("../features/visits/VisitView.vue"),
      props: true,
    },
    { path: "/reader", name: "reader", component: () => import("../features/instruments/ReaderView.vue") },
    { path: "/drawer", name: "drawer", component: () => import("../features/drawer/DrawerView.vue") },
    { path: "/filed", name: "filed", component: () => import("../features/visits/FiledView.vue") },
    { path: "/units/:unitId", name: "unit", component: () => import("../features/visits/UnitView.vue"), props: true },
    { path: "/model", name: "model", component: () => import("../features/visits/ModelView.vue") },
    { path: "/orders", name: "orders", component: () => import("../features/orders/OrdersView.vue") },
    { path: "/practice", name: "practice", component: () => import("../features/practice/PracticeView.vue") },
    { path: "/practice/ear", name: "by-ear", component: () => import("../features/practice/ByEarView.vue") },
    { path: "/practice/photo", name: "by-photo", component: () => import("../features/practice/ByPhotoView.vue") },
    { path: "/visits/:visitId/sheet", name: "sheet", component: () => import("../features/visits/sheet/SheetView.vue") },
    { path: "/arrival", name: "arrival", component: () => import("../features/drawer/ArrivalView.vue") },
    { path: "/shelf", name: "shelf", component: () => import("../features/shelf/ShelfView.vue") },
    { path: "/gauges", name: "gauges", component: () => import("../features/instruments/GaugesView.vue") },
    { path: "/make", name: "make", component: () => import("../features/instruments/make/MakeView.vue") },
    { path: "/train", name: "train", component: () => import("../features/instruments/train/TrainView.vue") },
    { path: "/regear", name: "regear", component: () => import("../features/instruments/regear/RegearView.vue") },
    { path: "/fits", name: "fits", component: () => import("../features/instruments/fits/FitsView.vue") },
    { path: "/workshop", name: "workshop", component: () => import("../features/workshop/WorkshopView.vue") },
    { path: "/devices", name: "devices", component: () => import("../features/instruments/DevicesView.vue") },
    { path: "/unsent", name: "unsent", component: () => import("../features/workshop/UnsentView.vue") },
    { path: "/mesh", name: "mesh", component: () => import("../features/instruments/mesh/MeshView.vue") },
    { path: "/:rest(.*)*", redirect: "/" },
  ],
});

/** A newer Dentado is changed to between two screens; never while this window alone holds something unsent. */
router.beforeEach(async (to, from) => {
  const outbox = useOutbox();
  if (!newer.value || !from.name || outbox.loose.length) return true;
  if (!(await takeNewer()) || outbox.loose.length) return true;
  window.location.assign(to.fullPath);
  return false;
});
