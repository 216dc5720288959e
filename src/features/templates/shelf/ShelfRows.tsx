'use client';

import { Box } from '@chakra-ui/react';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Shelf } from '@/server/operations/templates/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { labels as uiLabels } from '@/ui/words';
import { ShelfRow } from './ShelfRow';

/** Up to so many rows are rendered without a virtual list. */
const MOST_PLAIN = 60;

interface Props {
  readonly shelf: Shelf;
  readonly shown: readonly ListedTemplate[];
}

/** Rows of the shelf; of a long one only those near the window are mounted. */
export function ShelfRows(props: Props) {
  if (props.shown.length > MOST_PLAIN) return <ManyRows {...props} />;
  return (
    <Box role="list" aria-label={uiLabels.templates}>
      {props.shown.map((template) => (
        <Box key={template.id} role="listitem">
          <Row {...props} template={template} />
        </Box>
      ))}
    </Box>
  );
}

function Row({ shelf, template }: Pick<Props, 'shelf'> & { template: ListedTemplate }) {
  return (
    <ShelfRow
      template={template}
      inForce={shelf.inForce[template.id] ?? []}
      all={shelf.templates}
      known={shelf.known}
    />
  );
}

function ManyRows({ shelf, shown }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  // The rows begin lower when the starters are open.
  useLayoutEffect(() => setTop((before) => box.current?.offsetTop ?? before));
  const rows = useWindowVirtualizer({
    count: shown.length,
    estimateSize: () => 84,
    overscan: 8,
    scrollMargin: top,
    getItemKey: (index) => shown[index]!.id,
    initialRect: { width: 1280, height: 800 },
  });
  return (
    <Box
      ref={box}
      position="relative"
      height={`${rows.getTotalSize()}px`}
      role="list"
      aria-label={uiLabels.templates}
    >
      {rows.getVirtualItems().map(({ index, key, start }) => (
        <Box
          key={key}
          ref={rows.measureElement}
          data-index={index}
          role="listitem"
          position="absolute"
          top="0"
          left="0"
          right="0"
          transform={`translateY(${start - top}px)`}
        >
          <Row shelf={shelf} template={shown[index]!} />
        </Box>
      ))}
    </Box>
  );
}
