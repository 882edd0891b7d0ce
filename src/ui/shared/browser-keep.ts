/** What this browser kept under a key, as JSON; undefined where there is nothing, where it is damaged, or where nothing is kept. */
export function readKept(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') ?? undefined
  } catch {
    return undefined
  }
}

/** Keeps something under a key; where the browser has no room, it lasts as long as the page. */
export function writeKept(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value))
  } catch {
    // Nothing is lost that the page does not still show.
  }
}
