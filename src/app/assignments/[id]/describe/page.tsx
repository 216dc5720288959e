import { DescribePage } from '@/features/describe/DescribePage';
import { database } from '@/server/db/client';
import { surroundings } from '@/server/operations/identities';
import { listPhotos } from '@/server/operations/photos';
import { listTemplates } from '@/server/operations/templates';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Describe' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const [photos, templates, around] = await Promise.all([
    listPhotos(database(), assignment.id),
    listTemplates(database()),
    surroundings(database()),
  ]);
  return <DescribePage assignment={assignment} photos={photos} templates={templates} around={around} />;
}
