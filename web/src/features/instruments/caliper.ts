/** The caliper at the bench: one key drops what it shows into the field in hand. */
import { onMounted, ref } from "vue";

import { api, ask } from "../../api/client";
import type { HiddenGear, ProbeIn } from "../../api/types";
import { newId } from "../../record/ids";
import { askWire, wireUnit } from "./serial";

interface There {
  present: boolean;
  simulated: boolean;
}

const there = ref<There>();
/** Name of the gear the simulated caliper holds. The same name is the same gear. */
const gear = ref(sessionStorage.getItem("dentado.hidden") ?? "bench");
const picture = ref<HiddenGear>();

let asked: Promise<void> | undefined;

export function useCaliper() {
  onMounted(known);

  /** Whether one is plugged in has been told: a key pressed before that can wait for it. */
  function known(): Promise<void> {
    return (asked ??= find());
  }

  async function find() {
    try {
      there.value = await ask(api.GET("/api/devices/caliper"));
      if (there.value.simulated) await look();
    } catch {
      // Readings are typed instead, and the next view asks again.
      asked = undefined;
    }
  }

  async function look() {
    picture.value = await ask(api.GET("/api/devices/caliper/gears/{gear}", { params: { path: { gear: gear.value } } }));
  }

  async function another() {
    gear.value = newId();
    sessionStorage.setItem("dentado.hidden", gear.value);
    await look();
  }

  /** One reading, mm: from the cable, if what hangs on it measures lengths, else from the one the server asks. */
  async function take(probe: ProbeIn | null, plain: "" | "bore" | "width" = ""): Promise<number> {
    if (wireUnit.value === "mm") return (await askWire()).value;
    const taken = await ask(api.POST("/api/devices/caliper/take", { body: { probe, plain, gear: gear.value } }));
    return taken.value_mm;
  }

  return { there, known, gear, picture, another, take };
}
