let leaving = false;

/** To the server's sign-in page, which afterwards leads back to where one was. */
export function toTheDoor() {
  // Every request of the page may find the session over; one of them leads out.
  if (leaving) return;
  leaving = true;
  const here = window.location.pathname + window.location.search;
  window.location.assign(`/sign-in?next=${encodeURIComponent(here)}`);
}
