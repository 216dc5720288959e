'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import type { GuideSlug } from '@/core/guide/guides';
import { labels } from './words';

export function GuideList({
  guides,
  current,
}: {
  guides: readonly { slug: GuideSlug; title: string }[];
  current?: GuideSlug;
}) {
  return (
    <Box as="nav" aria-label={labels.tasks} fontSize="body">
      {guides.map(({ slug, title }) => (
        <Box key={slug} borderBottomWidth="1px" paddingY="2" fontWeight={slug === current ? '600' : '400'}>
          <Link href={`/guide/${slug}`} aria-current={slug === current ? 'page' : undefined}>
            {title}
          </Link>
        </Box>
      ))}
    </Box>
  );
}
