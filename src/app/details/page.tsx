import { DetailsPage } from '@/features/details/DetailsPage';
import { contextFor } from '@/server/context';
import { identityReach, listIdentities } from '@/server/operations/identities/identities';

export const metadata = { title: 'My details' };

export default async function Page() {
  const context = contextFor('person');
  const [identities, reach] = await Promise.all([listIdentities(context), identityReach(context)]);
  return <DetailsPage initial={{ identities, reach }} />;
}
