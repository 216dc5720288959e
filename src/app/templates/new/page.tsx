import { TemplateBook } from '@/features/templates/book/TemplateBook';
import { loadMadeFor } from '../loadMadeFor';
import { loadPreview } from '../loadPreview';

export const metadata = { title: 'New template' };

export default async function Page({ searchParams }: { searchParams: Promise<{ for?: string }> }) {
  const [preview, madeFor] = await Promise.all([loadPreview([]), loadMadeFor(searchParams)]);
  return <TemplateBook template={undefined} preview={preview} madeFor={madeFor} />;
}
