/** Whose reading this device keeps: one member's at a time. */
import { forgetAhead } from "./ahead";
import { forget } from "./kept";

const WHOSE = "dentado.kept-for";

/** Called once it is known who is signed in; what another saw is gone before anything is shown. */
export async function belongsTo(key: string) {
  if (localStorage.getItem(WHOSE) === key) return;
  await nobodys();
  localStorage.setItem(WHOSE, key);
}

export async function nobodys() {
  localStorage.removeItem(WHOSE);
  forgetAhead();
  await forget();
}
