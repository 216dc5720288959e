import { presentValues } from '@/core/drafts/present';
import type { SamplePicture } from '@/features/templates/sample';
import { database } from '@/server/db/client';
import { listAssignments, readAssignment } from '@/server/operations/assignments';
import { photoFacts, placeholderContext, type Surroundings } from '@/server/operations/context';
import { surroundings } from '@/server/operations/identities';
import { listPhotos } from '@/server/operations/photos';

const MOST = 2000;

/** What the pages of templates need: pictures to try them on, those of the newest assignment, as they are now. */
export interface Bench {
  readonly samples: readonly SamplePicture[];
  readonly facts: readonly string[];
  readonly around: Surroundings;
}

export async function loadSamples(): Promise<Bench> {
  const db = database();
  const [[newest], around] = await Promise.all([listAssignments(db), surroundings(db)]);
  if (!newest) return { samples: [], facts: [], around };
  const [assignment, photos] = await Promise.all([readAssignment(db, newest.id), listPhotos(db, newest.id)]);
  const samples = photos.slice(0, MOST).map((photo) => ({
    id: photo.id,
    name: photo.name,
    values: presentValues(photo.record.fields, photo.drafts),
    context: placeholderContext(assignment, photoFacts(photo), around),
  }));
  return { samples, facts: assignment.facts.map((fact) => fact.name), around };
}
