import { TemplateBook } from '@/features/templates/TemplateBook';
import { localToday } from '@/server/operations/context';
import { loadSamples } from '../loadSamples';

export const metadata = { title: 'New template' };

export default async function Page() {
  return <TemplateBook template={undefined} {...(await loadSamples())} today={localToday()} />;
}
