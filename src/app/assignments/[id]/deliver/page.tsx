import { DeliverPage } from '@/features/deliver/DeliverPage';
import { contextFor } from '@/server/context';
import { installationContext } from '@/server/operations/identities/identities';
import { firstSummaries } from '@/server/operations/photos/listSummaries';
import { listTemplates } from '@/server/operations/templates/templates';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Deliver' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const context = contextFor('person');
  const [first, templates, installation] = await Promise.all([
    firstSummaries(context, assignment.id),
    listTemplates(context),
    installationContext(context),
  ]);
  return (
    <DeliverPage assignment={assignment} first={first} templates={templates} installation={installation} />
  );
}
