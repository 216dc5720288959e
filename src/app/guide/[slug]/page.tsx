import { notFound } from 'next/navigation';
import { isGuideSlug } from '@/core/guide/guides';
import { GuideView } from '@/features/guide/GuideView';
import { listGuides, readGuide } from '@/server/guide/readGuide';

interface Props {
  readonly params: Promise<{ slug: string }>;
}

async function pageOf({ params }: Props) {
  const { slug } = await params;
  if (!isGuideSlug(slug)) notFound();
  return { slug, ...(await readGuide(slug)) };
}

export const generateMetadata = async (props: Props) => ({ title: (await pageOf(props)).title });

export default async function Page(props: Props) {
  return <GuideView {...(await pageOf(props))} guides={await listGuides()} />;
}
