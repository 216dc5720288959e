'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import Link from 'next/link';
import { useEffect, useRef } from 'react';
import { type FieldId, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import { stripFromCode } from '@/core/threads/stripCode';
import { agrees, formatBytes } from '@/core/wording/counts';
import type { WrittenField } from '@/server/db/stored/runs';
import { problemWords } from '@/server/problems/words';
import { StripDrawing } from '@/ui/ThreadStrip';
import { valueWords } from '@/ui/valueWords';
import type { Receipt, ReceiptItem } from './types';
import { UndoItem } from './UndoItem';
import { useRunItems } from './useRunItems';
import { itemWords, labels, total } from './words';

/** At the usual text size; measured where it differs. */
const ROW_HEIGHT = 38;

/** Per file: what was written, what was there before, how it was verified, what failed and why. */
export function ReceiptItems({ run }: { run: Receipt }) {
  const list = useRef<HTMLDivElement>(null);
  const count = total(run.counts);
  const { itemAt, look } = useRunItems(run);
  const virtual = useWindowVirtualizer({
    count,
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  const rows = virtual.getVirtualItems();
  const [first, last] = [rows[0]?.index ?? 0, rows.at(-1)?.index ?? 0];
  useEffect(() => look(first, last), [look, first, last]);
  return (
    <Box ref={list} role="list" aria-label="Files" position="relative" height={`${virtual.getTotalSize()}px`}>
      {rows.map((row) => (
        <Box
          key={row.key}
          ref={virtual.measureElement}
          data-index={row.index}
          role="listitem"
          aria-setsize={count}
          aria-posinset={row.index + 1}
          position="absolute"
          top="0"
          left="0"
          right="0"
          transform={`translateY(${row.start - virtual.options.scrollMargin}px)`}
          borderTopWidth="1px"
          paddingY="2"
          minHeight={`${ROW_HEIGHT}px`}
          fontSize="body"
        >
          {itemAt(row.index) && <ItemRow item={itemAt(row.index)!} run={run} />}
        </Box>
      ))}
    </Box>
  );
}

/** The link to the picture is beside the row, not inside of what opens it. */
function ItemRow({ item, run }: { item: ReceiptItem; run: Receipt }) {
  const { act } = run;
  return (
    <Flex gap="4" alignItems="baseline">
      <chakra.details flex="1" minWidth="0">
        <chakra.summary cursor="pointer" display="flex" gap="4" alignItems="baseline" flexWrap="wrap">
          <chakra.span fontWeight="600" width="13em" truncate title={targetOf(item)}>
            {targetOf(item)}
          </chakra.span>
          <chakra.span alignSelf="center" width="4.5625rem">
            {item.strip && <StripDrawing strip={stripFromCode(item.strip)} />}
          </chakra.span>
          <chakra.span color={item.state === 'failed' ? 'madderText' : 'soft'} width="12em">
            {item.claimed ? 'in progress' : itemWords(run, item.state)}
          </chakra.span>
          <chakra.span flex="1" minWidth="12em" color="soft" truncate>
            {summary(item)}
          </chakra.span>
        </chakra.summary>
        <Detail item={item} />
        {act === 'embed' && item.photoId && ['done', 'undone'].includes(item.state) && (
          <Box paddingLeft="4" paddingBottom="2">
            <UndoItem run={run} item={item} />
          </Box>
        )}
      </chakra.details>
      {item.photoId && (
        <chakra.span color="woad" textDecoration="underline" whiteSpace="nowrap">
          <Link href={`/read?photo=${item.photoId}`}>{labels.viewMetadata}</Link>
        </chakra.span>
      )}
    </Flex>
  );
}

/** The second reader shares no code with Fabrica: it is a witness of its own. */
function ReadAgain({ compared, changed }: { compared: number; changed: number }) {
  return (
    <Box textStyle="hint" marginTop="1">
      {compared === 0
        ? 'The second reader, ExifReader, does not read this kind of file; Fabrica alone has read it back.'
        : `Read again by ExifReader, an independent reader: ${compared === changed ? `all ${changed}` : `${compared} of ${changed}`} changed ${agrees(changed, 'field agrees', 'fields agree')}${compared < changed ? '; the others it does not know' : ''}.`}
    </Box>
  );
}

/** BLAKE2b has 128 digits; older receipts have SHA-256 with 64. */
const kindOfDigest = (digest: string) => (digest.length === 64 ? 'SHA-256' : 'BLAKE2b (b2sum)');

/** Where it went, below the working folder. */
function targetOf({ name, result }: ReceiptItem): string {
  if (result?.target === undefined) return name;
  return result.inside ? `${result.inside}/${result.target}` : result.target;
}

function summary(item: ReceiptItem): string {
  const serious = (item.problems ?? []).filter((one) => one.severity !== 'info');
  if (serious.length > 0) return serious.map(problemWords).join(' ');
  if (item.state === 'waiting') return '';
  const written = item.result?.written ?? {};
  const names = fieldIds.filter((id) => id in written).map((id) => fieldLabel(id));
  return names.length > 0 ? names.join(', ') : '';
}

function Detail({ item }: { item: ReceiptItem }) {
  const stored = item.result?.written ?? {};
  const written = fieldIds.flatMap((id): [FieldId, WrittenField][] => (stored[id] ? [[id, stored[id]]] : []));
  return (
    <Box paddingY="2" paddingLeft="4">
      {written.map(([id, { before, after, origin }]) => (
        <Flex key={id} gap="4" paddingY="0.5" alignItems="baseline">
          <Box width="12em" flexShrink={0} color="soft">
            {fieldLabel(id)}
          </Box>
          <Box flex="1" minWidth="0" whiteSpace="pre-line" overflowWrap="anywhere">
            {before !== null && asText(before) !== asText(after) && (
              <chakra.span textDecoration="line-through" color="soft">
                {asText(before)}{' '}
              </chakra.span>
            )}
            {after === null ? 'erased' : valueWords(id, after)}
          </Box>
          <Box width="17em" textStyle="hint">
            {origin.by === 'template' ? `${origin.name}, version ${origin.version}` : 'by hand'}
          </Box>
        </Flex>
      ))}
      {(item.problems ?? []).map((one) => (
        <Box key={`${one.code}${one.part}`} color="weldText" paddingY="0.5">
          {problemWords(one)}
        </Box>
      ))}
      {item.result?.movedTo !== undefined && (
        <Box color="soft" paddingY="0.5" overflowWrap="anywhere">
          Now in “{item.result.movedTo}”, below the working folder
        </Box>
      )}
      {item.result?.second && (
        <Box color="soft" paddingY="0.5">
          A second copy of it, compared byte for byte: {item.result.second.join(', ')}
        </Box>
      )}
      {item.result?.copies?.map((copy) => (
        <Box key={copy.path} color="soft" paddingY="0.5" overflowWrap="anywhere">
          {copy.path}
          {copy.width && copy.height ? `, ${copy.width} × ${copy.height}` : ''}, {formatBytes(copy.bytes)}
          {copy.quality ? `, quality ${copy.quality}` : ''}
        </Box>
      ))}
      {item.result?.readAgain && <ReadAgain {...item.result.readAgain} />}
      {item.result?.digest && (
        <Box textStyle="hint" marginTop="1" overflowWrap="anywhere">
          {kindOfDigest(item.result.digest)} of the whole file, after reading back:{' '}
          <chakra.code fontFamily="mono" fontSize="tiny">
            {item.result.digest}
          </chakra.code>
        </Box>
      )}
    </Box>
  );
}
