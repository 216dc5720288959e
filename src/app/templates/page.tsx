import { TemplateShelf } from '@/features/templates/shelf/TemplateShelf';
import { contextFor } from '@/server/context';
import { readShelf } from '@/server/operations/templates/templateShelf';

export const metadata = { title: 'Templates' };

export default async function Page() {
  return <TemplateShelf initial={await readShelf(contextFor('person'))} />;
}
