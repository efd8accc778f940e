import "./styles.css";
import "./controls.css";
import "./door.css";

import { createPinia } from "pinia";
import PrimeVue from "primevue/config";
import { createApp } from "vue";

import { keepOnDevice } from "../offline/worker";
import App from "./App.vue";
import { router } from "./router";
import { preset } from "./preset";

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, {
    theme: { preset, options: { darkModeSelector: ".lamp" } },
    csp: { nonce },
    ripple: false,
  })
  .mount("#app");

void keepOnDevice();
