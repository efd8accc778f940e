/* The second device's page: photos go out one by one, each under an id made here, until all have arrived. */
const form = document.querySelector("form[data-photos]");
const field = form.querySelector("input[type=file]");
const says = document.querySelector("[data-says]");
const AGAIN = 1500;
const AWAY = [429, 502, 503, 504];

function newId() {
  if ("randomUUID" in crypto) return crypto.randomUUID();
  // Plain HTTP on a workshop's network has no randomUUID; this is RFC 9562, version 4.
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

function pause(ms) {
  return new Promise((done) => setTimeout(done, ms));
}

/** One photo, until it is there or refused. Sent again it is the same photo. */
async function send(file, tell) {
  const path = `${form.dataset.photos}${newId()}`;
  for (;;) {
    const body = new FormData();
    body.append("photo", file, "photo");
    body.append("csrfmiddlewaretoken", form.csrfmiddlewaretoken.value);
    let answer;
    try {
      answer = await fetch(path, { method: "POST", body });
    } catch {
      answer = undefined;
    }
    if (answer?.ok) return "";
    if (answer && !AWAY.includes(answer.status)) {
      const told = await answer.json().catch(() => ({ problem: "The server broke on it.", hint: "Try once more." }));
      return `${told.problem} ${told.hint}`;
    }
    tell("The bench does not answer; trying again …");
    await pause(AGAIN);
  }
}

let queue = Promise.resolve();
let all = 0;
let sent = 0;
const refused = [];

function show(more = "") {
  const parts = [`${sent} of ${all} sent.`, more, ...refused];
  says.textContent = parts.filter(Boolean).join(" ");
  says.className = refused.length ? "harm" : sent === all ? "proved" : "";
}

form.addEventListener("submit", (event) => event.preventDefault());
form.querySelector("button").hidden = true;
field.addEventListener("change", () => {
  const files = [...field.files];
  // The same picture may be picked again.
  field.value = "";
  all += files.length;
  show();
  for (const file of files) {
    queue = queue.then(async () => {
      const problem = await send(file, show);
      if (problem) refused.push(`${file.name}: ${problem}`);
      else sent += 1;
      show();
    });
  }
});
window.addEventListener("beforeunload", (event) => sent + refused.length < all && event.preventDefault());
