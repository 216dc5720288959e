/**
 * Returns whether a snapshot of the database shows what a transaction wrote (PostgreSQL, pg_snapshot and pg_visible_in_snapshot):
 * `xmin:xmax:` and the transactions between them that were under way, parted by commas.
 */
export function isInSnapshot(transaction: string, snapshot: string): boolean {
  const [xmin, xmax, underWay = ''] = snapshot.split(':');
  const at = BigInt(transaction);
  if (at < BigInt(xmin!)) return true;
  return at < BigInt(xmax!) && !underWay.split(',').includes(transaction);
}
