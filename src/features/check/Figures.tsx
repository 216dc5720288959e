'use client';

import { chakra } from '@chakra-ui/react';
import { formatNumber } from '@/core/wording/counts';

type Cell = string | number;

/** Figures as a table: the first column says of what. */
export function Figures({
  title,
  heads,
  rows,
}: {
  title: string;
  heads: readonly string[];
  rows: readonly (readonly Cell[])[];
}) {
  return (
    <chakra.table width="100%" fontSize="body" css={{ borderCollapse: 'collapse' }}>
      <chakra.caption textStyle="label" color="woad" textAlign="left">
        {title}
      </chakra.caption>
      <thead>
        <tr>
          {heads.map((head, at) => (
            <chakra.th
              key={head}
              scope="col"
              textAlign={at === 0 ? 'left' : 'right'}
              fontWeight="400"
              color="soft"
              paddingY="1"
            >
              {head}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([head, ...cells]) => (
          <chakra.tr key={head} borderTopWidth="1px" borderColor="hairline">
            <chakra.th scope="row" textAlign="left" fontWeight="400" paddingY="1">
              {head}
            </chakra.th>
            {cells.map((cell, at) => (
              <chakra.td key={heads[at + 1]} textAlign="right" css={{ fontVariantNumeric: 'tabular-nums' }}>
                {typeof cell === 'number' ? formatNumber(cell) : cell}
              </chakra.td>
            ))}
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  );
}
