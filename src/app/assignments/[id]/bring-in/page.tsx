import { BringInPage } from '@/features/bringIn/BringInPage';
import { database } from '@/server/db/client';
import { surroundings } from '@/server/operations/identities/identities';
import { readShelf } from '@/server/operations/templates/templateShelf';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Bring in' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  const db = database();
  const [shelf, around] = await Promise.all([readShelf(db), surroundings(db)]);
  return <BringInPage assignment={assignment} shelf={shelf} around={around} />;
}
