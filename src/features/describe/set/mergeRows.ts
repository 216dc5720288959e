interface Placed {
  readonly id: string;
  readonly place: number;
}

/** Rows with newer ones in their stead or in their place; those that did not change stay the same objects. */
export function mergeRows<T extends Placed>(held: readonly T[], newer: readonly T[]): readonly T[] {
  if (newer.length === 0) return held;
  const byId = new Map(newer.map((row) => [row.id, row]));
  const merged = held.map((row) => {
    const other = byId.get(row.id);
    if (other) byId.delete(row.id);
    return other ?? row;
  });
  const added = [...byId.values()];
  const all = [...merged, ...added];
  return isInOrder(all) ? all : all.sort(byPlace);
}

function byPlace(a: Placed, b: Placed): number {
  return a.place - b.place || (a.id < b.id ? -1 : 1);
}

function isInOrder(rows: readonly Placed[]): boolean {
  return rows.every((row, at) => at === 0 || byPlace(rows[at - 1]!, row) <= 0);
}
