/** What was just said, kept in the tab itself: the disk takes some milliseconds and the network any number
 *  of them, and a page reloaded meanwhile would lose it. Of one tab only, so that no other says it twice. */

let last = 0;

/** Items kept under a name. Where the tab cannot store they are only as safe as the window. */
export function mirror<T>(name: string) {
  const under = `dentado.${name}.`;

  /** Keep one at once; what is returned lets it go. */
  function hold(item: T): () => void {
    last = Math.max(last + 1, Date.now());
    const key = `${under}${last}`;
    try {
      sessionStorage.setItem(key, JSON.stringify(item));
    } catch {
      // A full or a refused store: the disk follows.
    }
    return () => drop(key);
  }

  /** What an earlier page of this tab still held, in the order it was said, each with how to let it go. */
  function left(): [T, () => void][] {
    try {
      const keys = Object.keys(sessionStorage).filter((key) => key.startsWith(under));
      keys.sort((one, other) => Number(one.slice(under.length)) - Number(other.slice(under.length)));
      return keys.map((key) => [JSON.parse(sessionStorage.getItem(key) ?? "") as T, () => drop(key)]);
    } catch {
      return [];
    }
  }

  return { hold, left };
}

function drop(key: string) {
  try {
    sessionStorage.removeItem(key);
  } catch {
    // Nothing was kept there.
  }
}
