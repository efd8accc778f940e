import { breathe, takeKeys } from "./atWork";

import "./askAhead";

import "./styles.css";
import "./controls.css";
import "./door.css";
import "virtual:controls.css";

import { createPinia } from "pinia";
import PrimeVue from "primevue/config";
import { createApp, nextTick } from "vue";

import { keepOnDevice } from "../offline/worker";
import App from "./App.vue";
import { router } from "./router";
import "./theme";

/** Milliseconds after the page and its scripts are there. */
const AFTER = 1_000;

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;

await breathe();
const app = createApp(App).use(createPinia()).use(router).use(PrimeVue, { theme: "none", csp: { nonce }, ripple: false });
await breathe();
app.mount("#app");
void router.isReady().then(() => nextTick(takeKeys));

// Once the first screen stands: what a first worker fetches for later must not be in its way.
const wait = navigator.serviceWorker?.controller ? 0 : AFTER;
const keep = () => window.setTimeout(() => void keepOnDevice(), wait);
if (document.readyState === "complete") keep();
else window.addEventListener("load", keep);
