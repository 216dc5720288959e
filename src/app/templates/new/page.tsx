import { TemplateBook } from '@/features/templates/book/TemplateBook';
import { loadBench } from '../loadBench';
import { loadMadeFor } from '../loadMadeFor';

export const metadata = { title: 'New template' };

export default async function Page({ searchParams }: { searchParams: Promise<{ for?: string }> }) {
  const [bench, madeFor] = await Promise.all([loadBench([]), loadMadeFor(searchParams)]);
  return <TemplateBook template={undefined} bench={bench} madeFor={madeFor} />;
}
