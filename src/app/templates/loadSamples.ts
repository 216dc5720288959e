import { presentValues } from '@/core/drafts/present';
import type { SamplePicture } from '@/features/templates/sample';
import { database } from '@/server/db/client';
import { listAssignments, readAssignment } from '@/server/operations/assignments';
import { localToday, placeholderContext } from '@/server/operations/context';
import { listPhotos } from '@/server/operations/photos';

const MOST = 60;

/** Pictures to try a template on: those of the newest assignment, as they are now. */
export async function loadSamples(): Promise<{ samples: SamplePicture[]; facts: string[] }> {
  const db = database();
  const [newest] = await listAssignments(db);
  if (!newest) return { samples: [], facts: [] };
  const [assignment, photos] = await Promise.all([readAssignment(db, newest.id), listPhotos(db, newest.id)]);
  const samples = photos.slice(0, MOST).map((photo, index) => ({
    id: photo.id,
    name: photo.name,
    values: presentValues(photo.record.fields, photo.drafts),
    context: placeholderContext(
      assignment,
      { name: photo.name, camera: photo.record.camera.camera, runningNumber: index + 1 },
      localToday(),
    ),
  }));
  return { samples, facts: assignment.facts.map((fact) => fact.name) };
}
