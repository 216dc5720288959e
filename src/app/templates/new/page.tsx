import { TemplateBook } from '@/features/templates/TemplateBook';
import { loadBench } from '../loadBench';

export const metadata = { title: 'New template' };

export default async function Page() {
  return <TemplateBook template={undefined} bench={await loadBench([])} />;
}
