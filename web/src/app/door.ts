/** To the server's sign-in page, which afterwards leads back to where one was. */
export function toTheDoor() {
  const here = window.location.pathname + window.location.search;
  window.location.assign(`/sign-in?next=${encodeURIComponent(here)}`);
}
