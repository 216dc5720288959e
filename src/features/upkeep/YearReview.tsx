'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { type ReviewedField, reviewedFields } from '@/core/upkeep/review';
import { formatNumber } from '@/core/wording/counts';
import type { ReviewedYear } from '@/server/operations/upkeep/yearReview';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { findAddress } from '../find/findAddress';
import { labels, reviewedWords } from './words';

/** Pictures and completeness per year; selecting a year shows its months. */
export function YearReview() {
  const [year, setYear] = useState<string>();
  const {
    data = [],
    error,
    isSuccess,
  } = useQuery({
    queryKey: queryKeys.yearReview(year ?? ''),
    queryFn: () => apiRequest<ReviewedYear[]>(`upkeep/review${year ? `?year=${year}` : ''}`),
    placeholderData: (before) => before,
  });
  const most = Math.max(1, ...data.map(({ pictures }) => pictures));
  return (
    <Box marginTop="7">
      <Section
        look="label"
        title={year ? `${year}, month by month` : labels.yearByYear}
        act={year && <LinkButton onClick={() => setYear(undefined)}>{labels.allYears}</LinkButton>}
      >
        <Notice kind="error">{error?.message}</Notice>
        <Notice kind="info">{isSuccess && data.length === 0 && 'No pictures yet.'}</Notice>
        <Box overflowX="auto" tabIndex={0} role="group" aria-label={labels.yearByYear}>
          <chakra.table
            width="100%"
            fontSize="body"
            css={{
              '& th, & td': { paddingX: '2', paddingY: '1', textAlign: 'start' },
              '& tr > th:first-of-type': { paddingInlineStart: '0' },
            }}
          >
            <thead>
              <tr>
                <th scope="col">{year ? 'Month' : 'Year'}</th>
                <th scope="col">Pictures</th>
                <th scope="col">Keywords in use</th>
                {reviewedFields.map((field) => (
                  <th key={field} scope="col">
                    {reviewedWords[field]}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.map((row) => (
                <chakra.tr key={row.year} borderTopWidth="1px">
                  <th scope="row">
                    <PeriodName row={row} isMonth={year !== undefined} onOpen={setYear} />
                  </th>
                  <td>
                    <Share share={row.pictures / most} words={formatNumber(row.pictures)} colour="woad" />
                  </td>
                  <td>{formatNumber(row.keywords)}</td>
                  {reviewedFields.map((field) => (
                    <td key={field}>
                      <Filled row={row} field={field} />
                    </td>
                  ))}
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
        </Box>
      </Section>
    </Box>
  );
}

/** A year shows its months; a month links to its pictures. */
function PeriodName({
  row: { year },
  isMonth,
  onOpen,
}: {
  row: ReviewedYear;
  isMonth: boolean;
  onOpen: (year: string) => void;
}) {
  if (!/^\d{4}/.test(year)) return <>unknown</>;
  if (!isMonth) return <LinkButton onClick={() => onOpen(year)}>{year}</LinkButton>;
  return (
    <chakra.span color="woad" textDecoration="underline">
      <Link href={findAddress({ words: '', where: [`Taken in ${year}`] })}>{year}</Link>
    </chakra.span>
  );
}

function Filled({ row, field }: { row: ReviewedYear; field: ReviewedField }) {
  const share = (row.filled[field] ?? 0) / row.pictures;
  // 99.5 % must not be rounded to 100 %.
  const percent = share > 0.99 && share < 1 ? 99 : Math.round(share * 100);
  return <Share share={share} words={`${percent} %`} colour={share === 1 ? 'woad' : 'weld'} />;
}

/** A bar with its number as text. */
function Share({ share, words, colour }: { share: number; words: string; colour: 'woad' | 'weld' }) {
  return (
    <Box minWidth="4rem">
      {words}
      <Box height="3px" bg="wash">
        <Box height="100%" bg={colour} style={{ width: `${share * 100}%` }} />
      </Box>
    </Box>
  );
}
