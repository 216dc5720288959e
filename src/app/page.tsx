import { draftValues } from '@/core/drafts/present';
import { stripOf } from '@/core/threads/stroke';
import { WorkshopPage } from '@/features/workshop/WorkshopPage';
import { database } from '@/server/db/client';
import { listAssignments } from '@/server/operations/assignments';
import { listFolders } from '@/server/operations/folders';
import { listPhotos } from '@/server/operations/photos';
import { listTemplates } from '@/server/operations/templates';

export default async function Page() {
  const db = database();
  const [assignments, templates, folders] = await Promise.all([
    listAssignments(db),
    listTemplates(db),
    listFolders(db),
  ]);
  const listed = await Promise.all(
    assignments.map(async (one) => {
      const photos = await listPhotos(db, one.id);
      return {
        ...one,
        strips: photos.map((photo) =>
          stripOf({ file: photo.record.fields, drafts: draftValues(photo.drafts) }),
        ),
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
