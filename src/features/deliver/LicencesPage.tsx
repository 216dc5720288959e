'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useDeferredValue, useId, useState } from 'react';
import { licenceDetails } from '@/core/deliver/licence';
import { counted } from '@/core/wording/counts';
import { formatDay, isoDay } from '@/core/wording/formatDate';
import type { listLicences } from '@/server/operations/deliveries/licences';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { EmptyState } from '@/ui/EmptyState';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { nameAddress } from '@/ui/nameAddress';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { labels } from './words';

type Licence = Awaited<ReturnType<typeof listLicences>>[number];
const ends = {
  all: 'at any time',
  month: 'this month',
  quarter: 'within three months',
  past: 'already',
} as const;
type Ends = keyof typeof ends;

/** What was granted to whom, found by words and by when it ends. */
export function LicencesPage() {
  const address = useSearchParams();
  const [words, setWords] = useState(address.get('words') ?? '');
  const asked = address.get('ends') ?? 'all';
  const [when, setWhen] = useState<Ends>(asked in ends ? (asked as Ends) : 'all');
  const id = useId();
  const search = useDeferredValue(words);
  const { data, error } = useQuery({
    queryKey: queryKeys.licences({ search, when }),
    queryFn: () =>
      apiRequest<Licence[]>(`licences?${new URLSearchParams({ words: search, ...daysOf(when) })}`),
    placeholderData: keepPreviousData,
  });
  const change = (next: { words?: string; ends?: Ends }) => {
    const both = { words, ends: when, ...next };
    setWords(both.words);
    setWhen(both.ends);
    nameAddress(`/licences?${new URLSearchParams({ words: both.words, ends: both.ends })}`);
  };
  return (
    <>
      <TopLine place="Licences granted" placeHref="/licences" />
      <PageMain title="Licences granted" maxWidth="68.75rem" paddingX="5" paddingY="5">
        <Flex
          role="search"
          gap="5"
          rowGap="2"
          wrap="wrap"
          alignItems="center"
          fontSize="body"
          marginBottom="4"
        >
          <Flex alignItems="center" gap="2" flex="1" minWidth="16em">
            <label htmlFor={`${id}words`}>{uiLabels.find}</label>
            <TextInput
              id={`${id}words`}
              placeholder="to whom, for what, invoice, assignment"
              maxLength={200}
              value={words}
              onChange={(event) => change({ words: event.target.value })}
            />
          </Flex>
          <Flex alignItems="center" gap="2">
            <label htmlFor={`${id}ends`}>{labels.thatEnd}</label>
            <Select
              id={`${id}ends`}
              value={when}
              onChange={(event) => change({ ends: event.target.value as Ends })}
            >
              {Object.entries(ends).map(([key, said]) => (
                <option key={key} value={key}>
                  {said}
                </option>
              ))}
            </Select>
          </Flex>
        </Flex>
        <Notice kind="error">{error?.message}</Notice>
        <Box
          role="list"
          aria-label={uiLabels.licences}
          css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}
        >
          {data?.map((licence) => (
            <Row key={licence.id} licence={licence} />
          ))}
        </Box>
        {data?.length === 0 &&
          (words !== '' || when !== 'all' ? (
            <Box color="soft" fontSize="body" paddingY="3">
              {labels.noLicencesMatch}
            </Box>
          ) : (
            <EmptyState title="No licences yet">
              Every licence that a delivery grants is listed here: the licensee, the use, the end and the
              pictures.
            </EmptyState>
          ))}
      </PageMain>
    </>
  );
}

/** The days that an end lies between. */
function daysOf(when: Ends): Record<string, string> {
  const now = new Date();
  const day = (months: number, of: number) =>
    isoDay(new Date(now.getFullYear(), now.getMonth() + months, of));
  switch (when) {
    case 'month':
      return { endsFrom: day(0, 1), endsTo: day(1, 0) };
    case 'quarter':
      return { endsFrom: isoDay(now), endsTo: day(3, now.getDate()) };
    case 'past':
      return { endsTo: day(0, now.getDate() - 1) };
    default:
      return {};
  }
}

/** Copies that were taken back by an undo do not count. */
const picturesOf = ({ pictures, undone }: Licence) =>
  undone > 0
    ? `${counted(pictures, 'picture')}, ${counted(undone, 'copy', 'copies')} undone`
    : counted(pictures, 'picture');

function Row({ licence }: { licence: Licence }) {
  const { licensee, use, region, from, until, reference, assignment, assignmentId, runId } = licence;
  const hasEnded = until !== null && until < isoDay(new Date());
  const what = licenceDetails({ use, region, from: '', until: '' });
  return (
    <Flex
      role="listitem"
      borderTopWidth="1px"
      paddingY="2"
      gap="4"
      fontSize="body"
      wrap="wrap"
      alignItems="baseline"
    >
      <chakra.span fontWeight="600" width="13rem" overflowWrap="anywhere">
        {licensee}
      </chakra.span>
      <chakra.span flex="1" minWidth="14rem" overflowWrap="anywhere">
        {what || 'any use'}
        {reference && <chakra.span color="soft">, {reference}</chakra.span>}
        <chakra.span color="soft">
          {' '}
          – <Link href={`/assignments/${assignmentId}/deliver`}>{assignment}</Link>,{' '}
          {runId ? <Link href={`/runs/${runId}`}>{picturesOf(licence)}</Link> : picturesOf(licence)}
        </chakra.span>
      </chakra.span>
      <chakra.span color={hasEnded ? 'weldText' : 'ink'} width="15rem" suppressHydrationWarning>
        {from && `from ${formatDay(from)} `}
        {until ? `${hasEnded ? 'ended' : 'until'} ${formatDay(until)}` : 'without an end'}
      </chakra.span>
      <Removing licence={licence} />
    </Flex>
  );
}

/** Taking one out of the list is asked once more: the copies go on saying it. */
function Removing({ licence }: { licence: Licence }) {
  const queries = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const remove = useMutation({
    mutationFn: () => apiRequest(`licences/${licence.id}`, 'DELETE'),
    onSuccess: () => {
      setOpen(false);
      return refresh(queries, { queryKey: queryKeys.licences() });
    },
  });
  return (
    <>
      <LinkButton
        type="button"
        aria-label={`Remove the licence of ${licence.licensee}`}
        onClick={() => setOpen(true)}
      >
        remove
      </LinkButton>
      {isOpen && (
        <Dialog
          title={`Remove the licence of ${licence.licensee}?`}
          size="lg"
          onClose={() => setOpen(false)}
          acts={
            <Button type="button" onClick={() => remove.mutate()} disabled={remove.isPending}>
              {labels.removeIt}
            </Button>
          }
        >
          It is removed from this list. Delivered copies are not changed.
          <Notice kind="error">{remove.error?.message}</Notice>
        </Dialog>
      )}
    </>
  );
}
