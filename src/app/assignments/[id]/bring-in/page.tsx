import { notFound } from 'next/navigation';
import { BringInPage } from '@/features/bringIn/BringInPage';
import { database } from '@/server/db/client';
import { listTemplates } from '@/server/operations/templates';
import { loadAssignment } from '../../loadAssignment';

export const metadata = { title: 'Bring in' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const assignment = await loadAssignment((await params).id);
  if (!assignment.sourceFolderId) notFound();
  return <BringInPage assignment={assignment} templates={await listTemplates(database())} />;
}
