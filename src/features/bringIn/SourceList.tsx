'use client';

import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { useColumns } from '@/ui/useColumns';
import type { Standing } from './groups';
import { SourceHead } from './SourceHead';
import { SourcePictureRow } from './SourcePictureRow';
import type { CardPicture, useSource } from './useSource';
import { labels } from './words';

const order: readonly Standing[] = ['comes', 'made by others', 'already here', 'cannot be read'];
/** At the usual text size of 16 px. */
const LEAST_WIDTH = 204;
const ROW_HEIGHT = 206;
const HEAD_HEIGHT = 40;

type Row =
  | { readonly kind: 'head'; readonly standing: Standing; readonly pictures: readonly CardPicture[] }
  | { readonly kind: 'pictures'; readonly pictures: readonly CardPicture[] };

/** The pictures of a source by their standing; only what is in sight is there, however many there are. */
export function SourceList({
  source,
  scroller,
  assignmentId,
}: {
  source: ReturnType<typeof useSource>;
  scroller: RefObject<HTMLDivElement | null>;
  assignmentId: string;
}) {
  const list = useRef<HTMLDivElement>(null);
  const columns = useColumns(scroller, LEAST_WIDTH);
  const rows = useMemo(() => rowsOf(source.pictures, columns), [source.pictures, columns]);
  const above = useOffset(list, scroller);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (rows[index]!.kind === 'head' ? HEAD_HEIGHT : ROW_HEIGHT),
    overscan: 2,
    scrollMargin: above,
  });
  return (
    <Box ref={list} height={`${virtual.getTotalSize()}px`} position="relative">
      {virtual.getVirtualItems().map(({ key, index, start }) => (
        <Box
          key={key}
          ref={virtual.measureElement}
          data-index={index}
          position="absolute"
          top="0"
          left="0"
          right="0"
          transform={`translateY(${start - above}px)`}
        >
          <SourceRow row={rows[index]!} columns={columns} source={source} assignmentId={assignmentId} />
        </Box>
      ))}
    </Box>
  );
}

function SourceRow({
  row,
  columns,
  source,
  assignmentId,
}: {
  row: Row;
  columns: number;
  source: ReturnType<typeof useSource>;
  assignmentId: string;
}) {
  if (row.kind === 'head')
    return <SourceHead standing={row.standing} pictures={row.pictures} source={source} />;
  return (
    <Box display="grid" gridTemplateColumns={`repeat(${columns}, minmax(0, 1fr))`} gap="2">
      {row.pictures.map(({ picture, strip, ticked, maker }) => (
        <SourcePictureRow
          key={picture.relativePath}
          picture={picture}
          strip={strip}
          ticked={ticked}
          note={noteFor(picture, maker)}
          onTick={(wanted) => source.tick([picture.relativePath], wanted)}
          previewUrl={`/api/assignments/${assignmentId}/source/preview?side=480&path=${encodeURIComponent(picture.relativePath)}`}
        />
      ))}
    </Box>
  );
}

function rowsOf(pictures: readonly CardPicture[], columns: number): Row[] {
  const rows: Row[] = [];
  for (const standing of order) {
    const some = pictures.filter((one) => one.standing === standing);
    if (some.length === 0) continue;
    rows.push({ kind: 'head', standing, pictures: some });
    for (let at = 0; at < some.length; at += columns)
      rows.push({ kind: 'pictures', pictures: some.slice(at, at + columns) });
  }
  return rows;
}

/** How far below the top of what scrolls the list begins. */
function useOffset(list: RefObject<HTMLElement | null>, scroller: RefObject<HTMLElement | null>): number {
  const [offset, setOffset] = useState(0);
  useEffect(() => {
    const [box, outer] = [list.current, scroller.current];
    if (!box || !outer) return;
    const look = () =>
      setOffset(box.getBoundingClientRect().top - outer.getBoundingClientRect().top + outer.scrollTop);
    const observer = new ResizeObserver(look);
    for (const one of outer.children) observer.observe(one);
    look();
    return () => observer.disconnect();
  }, [list, scroller]);
  return offset;
}

function noteFor(picture: CardPicture['picture'], maker: string | undefined): string | undefined {
  if (picture.sameAs) return `the same as ${picture.sameAs.slice(picture.sameAs.lastIndexOf('/') + 1)}`;
  const isCut = picture.record?.problems.some((one) => one.code === 'picture-cut');
  const notes = [
    isCut && labels.thePictureIsCut,
    maker && `made by ${maker}`,
    picture.alsoIn && `also in “${picture.alsoIn}”`,
  ];
  return notes.filter(Boolean).join(', ') || undefined;
}
