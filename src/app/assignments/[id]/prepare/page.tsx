import { PreparePage } from '@/features/prepare/PreparePage';
import { contextFor } from '@/server/context';
import { listTemplates } from '@/server/operations/templates/templates';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Prepare' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  return <PreparePage assignment={assignment} templates={await listTemplates(contextFor('person'))} />;
}
