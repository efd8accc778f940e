/** The caliper at the bench: one key drops what it shows into the field in hand. */
import { onMounted, ref } from "vue";

import { api, ask } from "../../api/client";
import type { HiddenGear, ProbeIn } from "../../api/types";
import { newId } from "../../record/ids";

interface There {
  present: boolean;
  simulated: boolean;
}

const there = ref<There>();
/** Name of the gear the simulated caliper holds. The same name is the same gear. */
const gear = ref(sessionStorage.getItem("dentado.hidden") ?? "bench");
const picture = ref<HiddenGear>();

export function useCaliper() {
  onMounted(async () => {
    if (there.value) return;
    try {
      there.value = await ask(api.GET("/api/devices/caliper"));
      if (there.value.simulated) await look();
    } catch {
      // Readings are typed instead.
    }
  });

  async function look() {
    picture.value = await ask(api.GET("/api/devices/caliper/gears/{gear}", { params: { path: { gear: gear.value } } }));
  }

  async function another() {
    gear.value = newId();
    sessionStorage.setItem("dentado.hidden", gear.value);
    await look();
  }

  /** One reading, mm. */
  async function take(probe: ProbeIn | null, plain: "" | "bore" | "width" = ""): Promise<number> {
    const taken = await ask(api.POST("/api/devices/caliper/take", { body: { probe, plain, gear: gear.value } }));
    return taken.value_mm;
  }

  return { there, gear, picture, another, take };
}
