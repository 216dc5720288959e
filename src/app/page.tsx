import { WorkshopPage } from '@/features/workshop/WorkshopPage';
import { contextFor } from '@/server/context';
import { listAssignments } from '@/server/operations/assignments/assignments';
import { listDropFolders, listFolders } from '@/server/operations/folders/folders';
import { stripCounts } from '@/server/operations/photos/listSummaries';
import { photosSpread } from '@/server/operations/photos/photos';
import { listTemplates } from '@/server/operations/templates/templates';

/** Previews beside an assignment's name, spread over the set. */
const SHOWN = 6;

export default async function Page() {
  const context = contextFor('person');
  const [assignments, templates, folders, drops] = await Promise.all([
    listAssignments(context),
    listTemplates(context),
    listFolders(context),
    listDropFolders(context),
  ]);
  const strips = await stripCounts(
    context,
    assignments.map((one) => one.id),
  );
  const listed = await Promise.all(
    assignments.map(async (one) => {
      const shown = await photosSpread(context, one.id, SHOWN);
      return {
        ...one,
        strips: strips.get(one.id) ?? [],
        previews: shown.map(({ id, revision }) => `/api/photos/${id}/preview?side=480&at=${revision}`),
      };
    }),
  );
  return (
    <WorkshopPage
      assignments={listed}
      templates={templates}
      drops={drops}
      folders={folders.map(({ id, label, path, kind }) => ({ id, label, path, kind }))}
    />
  );
}
