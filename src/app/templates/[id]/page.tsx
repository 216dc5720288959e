import { notFound } from 'next/navigation';
import { TemplateBook } from '@/features/templates/TemplateBook';
import { database } from '@/server/db/client';
import { OperationError } from '@/server/operations/operationError';
import { readTemplate } from '@/server/operations/templates';
import { loadBench } from '../loadBench';

export const metadata = { title: 'Template' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const template = await readTemplate(database(), id).catch((error: unknown) => {
    if (error instanceof OperationError || /uuid/.test(String((error as { cause?: unknown }).cause)))
      notFound();
    throw error;
  });
  const bench = await loadBench(template.draft?.entries ?? template.entries);
  return <TemplateBook key={template.id} template={template} bench={bench} />;
}
