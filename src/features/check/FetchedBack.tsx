'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { memo, useEffect, useRef, useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { agrees, counted, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { BackPart, BackRow, ComparedWith, KnownBy } from '@/server/operations/compare/fetchedBack';
import { apiRequestLines } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { FolderField } from '../folders/FolderField';
import { recordNames } from '../readout/recordNames';
import { labels } from './words';

const knownBy: Readonly<Record<KnownBy, string>> = {
  name: 'by its name',
  content: 'by its picture data',
  look: 'by its look',
};

const comparedWith: Readonly<Record<ComparedWith, string>> = {
  copy: 'compared with its delivered copy',
  delivery: 'compared with what its delivery recorded: the copy is not there any more',
  original: 'compared with the original: it was not delivered',
};

const pictures: Readonly<Record<NonNullable<BackRow['picture']>, string>> = {
  same: 'picture data the same',
  'encoded-again': 'encoded again',
  resized: 'another size',
  'other-format': 'another format',
  'not-compared': 'picture data not compared',
};

interface Looked {
  readonly head?: { readonly sent: number; readonly back: number; readonly left: number };
  readonly rows: readonly BackRow[];
  readonly missing?: readonly { readonly id: string; readonly name: string }[];
}

/** A folder of files that were fetched back from a site, against the pictures: what was stripped, picture by picture. */
export function FetchedBack({ assignment }: { assignment: Assignment }) {
  const [folder, setFolder] = useState('');
  const [looked, setLooked] = useState<Looked>();
  const [error, setError] = useState('');
  const asked = useRef<AbortController>(undefined);
  useEffect(() => () => asked.current?.abort(), []);
  const look = async () => {
    asked.current?.abort();
    const own = new AbortController();
    asked.current = own;
    setError('');
    setLooked({ rows: [] });
    await apiRequestLines<BackPart>(
      `assignments/${assignment.id}/fetched-back`,
      (part) => setLooked((before) => (asked.current === own ? withPart(before, part) : before)),
      own.signal,
      { path: folder },
    ).catch((failed: Error) => asked.current === own && setError(failed.message));
  };
  const isLooking = looked !== undefined && looked.missing === undefined && error === '';
  return (
    <Box
      overflowY="auto"
      paddingX="5"
      paddingY="4"
      minHeight="0"
      role="region"
      aria-label={labels.publishedCopies}
    >
      <Box as="h2" fontFamily="heading" fontSize="title" fontWeight="600">
        {labels.publishedTitle}
      </Box>
      <Box color="soft" fontSize="body" marginBottom="3">
        Files that were downloaded from a site, compared with the copies that were delivered, or with the
        original where a picture was not delivered. They are matched by name, by their picture data, or by
        their look if the site made them smaller.
      </Box>
      <Flex gap="4" alignItems="flex-end" wrap="wrap" marginBottom="3">
        <Box flex="1" minWidth="18em">
          <FolderField
            label={labels.folderOfTheFiles}
            value={folder}
            onChange={setFolder}
            placeholder="/home/me/downloads"
            forReading
          />
        </Box>
        <Button type="button" onClick={() => void look()} disabled={folder.trim() === '' || isLooking}>
          {isLooking ? 'Looking …' : labels.compare}
        </Button>
      </Flex>
      <Notice kind="error">{error}</Notice>
      {looked?.head && (
        <Box role="status" fontSize="body" marginBottom="2">
          {formatNumber(looked.rows.length)} of {counted(looked.head.back, 'file')} looked at.
          {looked.head.left > 0 && (
            <chakra.span color="weldText">
              {' '}
              {counted(looked.head.left, 'more file')} of this folder {agrees(looked.head.left, 'is', 'are')}{' '}
              left out: compare folder by folder.
            </chakra.span>
          )}
          {looked.missing && looked.missing.length > 0 && (
            <chakra.span color="weldText">
              {' '}
              {counted(looked.missing.length, 'picture')} did not come back:{' '}
              {named(looked.missing.map((one) => one.name))}.
            </chakra.span>
          )}
        </Box>
      )}
      {looked?.rows.map((row) => (
        <BackLine key={row.back} row={row} />
      ))}
    </Box>
  );
}

const NAMED = 40;

const named = (names: readonly string[]) =>
  names.length <= NAMED
    ? names.join(', ')
    : `${names.slice(0, NAMED).join(', ')} and ${formatNumber(names.length - NAMED)} more`;

function withPart(before: Looked | undefined, part: BackPart): Looked {
  const looked = before ?? { rows: [] };
  if ('head' in part) return { ...looked, head: part.head };
  if ('row' in part) return { ...looked, rows: [...looked.rows, part.row] };
  return { ...looked, missing: part.missing };
}

const BackLine = memo(function BackLine({ row }: { row: BackRow }) {
  const {
    back,
    sent,
    by,
    against,
    picture,
    sizes,
    stripped = [],
    changed = [],
    added = [],
    records = [],
  } = row;
  const lost = records.filter((one) => one.fate === 'stripped').map((one) => recordNames[one.record]);
  return (
    <Box borderTopWidth="1px" paddingY="2" fontSize="body">
      <Flex columnGap="4" wrap="wrap" alignItems="baseline">
        <chakra.span fontWeight="600" overflowWrap="anywhere">
          {back}
        </chakra.span>
        {sent ? (
          <span>
            is {sent.name}, known {knownBy[by!]}
            {against && `, ${comparedWith[against]}`}
            {row.failed && ', which cannot be read now'}
          </span>
        ) : (
          <chakra.span color="weldText">
            {row.failed ? 'cannot be read' : 'is none of these pictures'}
          </chakra.span>
        )}
        {picture && (
          <chakra.span color="soft">
            {pictures[picture]}
            {picture === 'resized' && sizes ? `: ${sizes[0]} → ${sizes[1]}` : ''}
          </chakra.span>
        )}
      </Flex>
      {sent && !row.failed && (
        <Box color="soft">
          {stripped.length + changed.length === 0 ? (
            'No field was lost or changed.'
          ) : (
            <>
              <Fields words="Stripped" ids={stripped} /> <Fields words="Changed" ids={changed} />
            </>
          )}{' '}
          <Fields words="Added" ids={added} />
          {lost.length > 0 && ` Records gone: ${lost.join(', ')}.`}
        </Box>
      )}
    </Box>
  );
});

function Fields({ words, ids }: { words: string; ids: readonly FieldId[] }) {
  if (ids.length === 0) return null;
  return (
    <span>
      {words}: {ids.map(fieldLabel).join(', ')}.
    </span>
  );
}
