import { DescribePage } from '@/features/describe/DescribePage';
import { database } from '@/server/db/client';
import { firstSummaries } from '@/server/operations/listSummaries';
import { listTemplates } from '@/server/operations/templates';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Describe' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const [first, templates] = await Promise.all([
    firstSummaries(database(), assignment.id),
    listTemplates(database()),
  ]);
  const names = templates.map(({ id, name }) => ({ id, name }));
  return <DescribePage assignment={assignment} first={first} templates={names} />;
}
