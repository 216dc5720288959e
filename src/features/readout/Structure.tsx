'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { FilePart } from '@/core/containers/container';
import { formatNumber } from '@/core/wording/counts';

const head = { textAlign: 'right', fontWeight: '400', color: 'soft', paddingY: '1' } as const;
const number = { textAlign: 'right', fontFamily: 'mono', fontSize: 'tiny', paddingY: '1' } as const;

/** What the file is made of, where it is, and how long it is. */
export function Structure({ parts, size }: { parts: readonly FilePart[]; size: number }) {
  if (parts.length === 0)
    return <Box color="soft">Fabrica does not open files of this kind, so their parts are not known.</Box>;
  return (
    <chakra.table width="100%" fontSize="body" css={{ borderCollapse: 'collapse' }}>
      <thead>
        <tr>
          <chakra.th {...head} textAlign="left" scope="col">
            Part
          </chakra.th>
          <chakra.th {...head} scope="col">
            at byte
          </chakra.th>
          <chakra.th {...head} scope="col">
            bytes
          </chakra.th>
          <chakra.th {...head} scope="col">
            share
          </chakra.th>
        </tr>
      </thead>
      <tbody>
        {parts.map(({ name, start, end }) => (
          <chakra.tr key={`${start} ${name}`} borderTopWidth="1px">
            <chakra.th scope="row" textAlign="left" fontWeight="400" paddingY="1">
              {name}
            </chakra.th>
            <chakra.td {...number}>{start}</chakra.td>
            <chakra.td {...number}>{end - start}</chakra.td>
            <chakra.td {...number}>{formatNumber((100 * (end - start)) / Math.max(1, size), 1)} %</chakra.td>
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  );
}
