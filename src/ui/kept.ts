/** Kept in this browser until it is saved: a reload or a closed window does not lose it. */
const nameOf = (place: string) => `fabrica kept ${place}`;

export function keep<T>(place: string, value: T): void {
  try {
    localStorage.setItem(nameOf(place), JSON.stringify(value));
  } catch {
    // A browser that keeps nothing, or has no room: it is still in the page.
  }
}

export function keptAt<T>(place: string): T | undefined {
  try {
    const held = localStorage.getItem(nameOf(place));
    return held === null ? undefined : (JSON.parse(held) as T);
  } catch {
    return undefined;
  }
}

export function forgetKept(place: string): void {
  try {
    localStorage.removeItem(nameOf(place));
  } catch {
    // As above.
  }
}
