import { DetailsPage } from '@/features/details/DetailsPage';
import { database } from '@/server/db/client';
import { identityReach, listIdentities } from '@/server/operations/identities/identities';

export const metadata = { title: 'My details' };

export default async function Page() {
  const db = database();
  const [identities, reach] = await Promise.all([listIdentities(db), identityReach(db)]);
  return <DetailsPage initial={{ identities, reach }} />;
}
