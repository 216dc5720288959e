import { notFound } from 'next/navigation';
import { TemplateBook } from '@/features/templates/book/TemplateBook';
import { contextFor } from '@/server/context';
import { readTemplate } from '@/server/operations/templates/templates';
import { OperationError } from '@/server/problems/errors';
import { loadMadeFor } from '../loadMadeFor';
import { loadPreview } from '../loadPreview';

export const metadata = { title: 'Template' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ for?: string }>;
}) {
  const { id } = await params;
  const template = await readTemplate(contextFor('person'), id).catch((error: unknown) => {
    if (error instanceof OperationError || /uuid/.test(String((error as { cause?: unknown }).cause)))
      notFound();
    throw error;
  });
  const [preview, madeFor] = await Promise.all([
    loadPreview(template.draft?.entries ?? template.entries),
    loadMadeFor(searchParams),
  ]);
  return <TemplateBook key={template.id} template={template} preview={preview} madeFor={madeFor} />;
}
