import { eq } from 'drizzle-orm';
import { preferredTerm } from '../../../core/keywords/lookup';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { photoKeywords } from '../../db/schema/vocabulary';
import { lookupOf, readVocabulary } from '../vocabulary/readVocabulary';

/** Keywords that are on pictures of an assignment and are no terms of the vocabulary, as they are written. */
export async function unknownKeywords(context: Context, assignmentId: string): Promise<string[]> {
  const lookup = lookupOf(await readVocabulary(context));
  const rows = await context.db
    .selectDistinct({ spelling: photoKeywords.spelling })
    .from(photoKeywords)
    .innerJoin(photos, eq(photos.id, photoKeywords.photoId))
    .where(eq(photos.assignmentId, assignmentId));
  return rows.map((row) => row.spelling).filter((one) => !preferredTerm(lookup, one).term);
}
