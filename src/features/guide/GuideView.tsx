'use client';

import { Box } from '@chakra-ui/react';
import type { GuideSlug } from '@/core/guide/guides';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { GuideList } from './GuideList';
import { labels } from './words';

/** One task of the guide, with the other tasks beside it. */
export function GuideView({
  slug,
  title,
  html,
  guides,
}: {
  slug: GuideSlug;
  title: string;
  html: string;
  guides: readonly { slug: GuideSlug; title: string }[];
}) {
  return (
    <>
      <TopLine place={labels.guide} placeHref="/guide" />
      <PageMain
        title={title}
        display="grid"
        gap="8"
        gridTemplateColumns={{ base: '1fr', lg: 'minmax(0, 44rem) 16rem' }}
        paddingX="5"
        paddingY="5"
      >
        <Box as="article" lineHeight="1.6" css={textCss}>
          <Box as="p" fontFamily="heading" fontSize="display" aria-hidden="true">
            {title}
          </Box>
          <div
            // The text is our own: a file of docs/guide.
            dangerouslySetInnerHTML={{ __html: html }}
          />
        </Box>
        <GuideList guides={guides} current={slug} />
      </PageMain>
    </>
  );
}

const textCss = {
  '& p, & ol, & ul': { marginBottom: '3' },
  '& h2': { fontFamily: 'heading', fontSize: 'large', marginTop: '5', marginBottom: '2' },
  '& ol': { listStyleType: 'decimal', paddingLeft: '1.5rem' },
  '& ul': { listStyleType: 'disc', paddingLeft: '1.5rem' },
  '& li': { marginBottom: '2' },
  '& a': { color: 'woad', textDecoration: 'underline' },
  '& strong': { fontWeight: '600' },
  '& code': { fontSize: '0.9em', overflowWrap: 'anywhere' },
  '& pre': { overflowX: 'auto', marginBottom: '3' },
  '& img': { maxWidth: '100%', height: 'auto', borderWidth: '1px', marginBlock: '3' },
} as const;
