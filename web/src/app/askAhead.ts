/** What the bench asks first goes out before its screen is laid out, also where the page came from this device:
 *  that one is the same for every path, while the server's own says it for the bench (`BENCH_ASKS`). */
const BENCH_ASKS = ["/api/visits?state=open&page=1", "/api/day"];

if (window.location.pathname === "/") {
  for (const href of BENCH_ASKS.filter((each) => !document.querySelector(`link[href="${each}"]`))) {
    const link = document.createElement("link");
    Object.assign(link, { rel: "preload", as: "fetch", crossOrigin: "", href });
    document.head.append(link);
  }
}
export {};
