import { eq, sql } from 'drizzle-orm';
import type { Lineage } from '../../../core/embed/lineage';
import { versionsAmong } from '../../../core/embed/versions';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';

/** Groups of pictures of an assignment that are versions of one, by what their files say. */
export async function listVersions({ db }: Context, assignmentId: string): Promise<string[][]> {
  const rows = await db
    .select({
      id: photos.id,
      name: photos.name,
      taken: sql<string | null>`${photos.record} #>> '{fields,dateCreated,value}'`,
      camera: sql<string | null>`${photos.record} #>> '{camera,camera}'`,
      pixels: sql<{ width: number; height: number } | null>`${photos.record} -> 'pixels'`,
      lineage: sql<Lineage | null>`${photos.record} -> 'lineage'`,
    })
    .from(photos)
    .where(eq(photos.assignmentId, assignmentId));
  return versionsAmong(
    rows.map(({ taken, camera, lineage, ...row }) => ({
      ...row,
      taken: taken ?? undefined,
      camera: camera ?? undefined,
      lineage: lineage ?? {},
    })),
  );
}
