import { GuideContents } from '@/features/guide/GuideContents';
import { listGuides } from '@/server/guide/readGuide';

export const metadata = { title: 'Guide' };

export default async function Page() {
  return <GuideContents guides={await listGuides()} />;
}
