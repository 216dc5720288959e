import { TemplateShelf } from '@/features/templates/TemplateShelf';
import { database } from '@/server/db/client';
import { listTemplates } from '@/server/operations/templates';

export const metadata = { title: 'Templates' };

export default async function Page() {
  return <TemplateShelf initial={await listTemplates(database())} />;
}
