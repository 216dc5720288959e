'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { LinkButton } from '@/ui/buttons';
import type { PhotoView } from '../set/view';
import { labels } from '../words';

/** Exported or edited copies of the same shot: where they say something else, and whether they are described together. */
export function Versions({
  view,
  versions,
  isTogether,
  onTogether,
  onGo,
}: {
  view: PhotoView;
  versions: readonly PhotoView[];
  isTogether: boolean;
  onTogether: (yes: boolean) => void;
  onGo: (id: string) => void;
}) {
  if (versions.length === 0) return null;
  return (
    <Flex columnGap="3" wrap="wrap" role="group" aria-label={labels.versions}>
      <span>
        Version{versions.length > 1 && 's'}:{' '}
        {versions.map((one, at) => (
          <span key={one.id}>
            {at > 0 && ', '}
            <LinkButton type="button" minHeight="0" onClick={() => onGo(one.id)}>
              {one.name}
            </LinkButton>
            {one.caption !== view.caption && (
              <chakra.span color="weldText">
                {' '}
                {one.caption === '' ? 'has no caption' : 'says another caption'}
              </chakra.span>
            )}
          </span>
        ))}
      </span>
      <chakra.label display="inline-flex" gap="1.5" alignItems="center">
        <input type="checkbox" checked={isTogether} onChange={(event) => onTogether(event.target.checked)} />
        {labels.describedTogether}
      </chakra.label>
    </Flex>
  );
}
