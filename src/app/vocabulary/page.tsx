import { VocabularyPage } from '@/features/vocabulary/VocabularyPage';

export const metadata = { title: 'Vocabulary' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { view, term } = await searchParams;
  const one = (value: string | string[] | undefined) => (typeof value === 'string' ? value : undefined);
  return <VocabularyPage view={one(view)} term={one(term)} />;
}
