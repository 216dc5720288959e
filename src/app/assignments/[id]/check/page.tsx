import { CheckPage } from '@/features/check/CheckPage';
import { contextFor } from '@/server/context';
import { firstSummaries } from '@/server/operations/photos/listSummaries';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Check' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const first = await firstSummaries(contextFor('person'), assignment.id);
  return <CheckPage assignment={assignment} first={first} />;
}
