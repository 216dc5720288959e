import type { GuideSlug } from '@/core/guide/guides';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { GuideList } from './GuideList';
import { labels } from './words';

/** The tasks that the guide explains. */
export function GuideContents({ guides }: { guides: readonly { slug: GuideSlug; title: string }[] }) {
  return (
    <>
      <TopLine place={labels.guide} placeHref="/guide" />
      <PageMain title={labels.guide} maxWidth="40rem" paddingX="5" paddingY="5">
        <GuideList guides={guides} />
      </PageMain>
    </>
  );
}
