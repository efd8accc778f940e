/** What the bench asks first goes out before its screen is laid out: what the page does not bring, and does not ask for itself. */
import { isTold } from "../api/told";

const BENCH_ASKS = ["/api/session", "/api/vocabulary", "/api/visits?state=open&page=1", "/api/day"];

if (window.location.pathname === "/") {
  for (const href of BENCH_ASKS.filter((each) => !isTold(each) && !document.querySelector(`link[href="${each}"]`))) {
    const link = document.createElement("link");
    Object.assign(link, { rel: "preload", as: "fetch", crossOrigin: "", href });
    document.head.append(link);
  }
}
