import { BringInPage } from '@/features/bringIn/BringInPage';
import { contextFor } from '@/server/context';
import { installationContext } from '@/server/operations/identities/identities';
import { readShelf } from '@/server/operations/templates/templateShelf';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Bring in' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const context = contextFor('person');
  const [shelf, installation] = await Promise.all([readShelf(context), installationContext(context)]);
  return <BringInPage assignment={assignment} shelf={shelf} installation={installation} />;
}
