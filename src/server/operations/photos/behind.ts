import { and, eq, gt, or } from 'drizzle-orm';
import { photos } from '../../db/schema/photos';

/** Photos behind one in the order of their assignment; without one, all. */
export function behind(last: { readonly position: number; readonly id: string } | undefined) {
  if (!last) return undefined;
  return or(
    gt(photos.position, last.position),
    and(eq(photos.position, last.position), gt(photos.id, last.id)),
  );
}
