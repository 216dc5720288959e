import { viewPhotos } from '@/features/describe/view';
import { WorkshopPage } from '@/features/workshop/WorkshopPage';
import { database } from '@/server/db/client';
import { listAssignments, readAssignment } from '@/server/operations/assignments';
import { listFolders } from '@/server/operations/folders';
import { surroundings } from '@/server/operations/identities';
import { listPhotos } from '@/server/operations/photos';
import { listTemplates } from '@/server/operations/templates';

/** Previews beside an assignment's name, spread over the set. */
const SHOWN = 6;

export default async function Page() {
  const db = database();
  const [assignments, templates, folders, around] = await Promise.all([
    listAssignments(db),
    listTemplates(db),
    listFolders(db),
    surroundings(db),
  ]);
  const listed = await Promise.all(
    assignments.map(async (one) => {
      const [assignment, photos] = await Promise.all([readAssignment(db, one.id), listPhotos(db, one.id)]);
      const views = viewPhotos(photos, assignment, templates, around);
      const shown = views.filter((_, index) => index % Math.ceil(views.length / SHOWN) === 0).slice(0, SHOWN);
      return {
        ...one,
        strips: views.map((view) => view.strip),
        previews: shown.map((view) => view.previewUrl),
      };
    }),
  );
  return (
    <WorkshopPage
      assignments={listed}
      templates={templates}
      folders={folders.map(({ id, label, path, kind }) => ({ id, label, path, kind }))}
    />
  );
}
