'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { Checklist } from '@/core/checks/checklist';
import { agrees, counted, formatBytes, formatNumber } from '@/core/wording/counts';
import type { CopyPreview } from '@/server/operations/deliveries/previewCopy';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { MakerQuestions } from '@/ui/MakerQuestions';
import { Section } from '@/ui/Section';
import type { PhotoView } from '../describe/set/view';
import type { useOtherMakers } from './useOtherMakers';
import type { Sent } from './useSent';
import { labels } from './words';

interface Props {
  readonly assignmentId: string;
  readonly sent: Sent;
  readonly others: ReturnType<typeof useOtherMakers>;
  readonly holdsBack: boolean;
  readonly onHoldBack: (holdsBack: boolean) => void;
  readonly lists: readonly Checklist[];
  readonly list: Checklist | undefined;
  readonly onList: (id: string) => void;
  /** Of one copy: the others will be about as large. */
  readonly shown: CopyPreview | undefined;
  readonly lacking: string | undefined;
  /** The pictures are read, and checked. */
  readonly isChecked: boolean;
}

/** What is open, and what is done about it; then what will leave. */
export function BeforeItLeaves(props: Props) {
  const {
    assignmentId,
    sent,
    others,
    holdsBack,
    onHoldBack,
    lists,
    list,
    onList,
    shown,
    lacking,
    isChecked,
  } = props;
  const { failing, gone, smaller, ids } = sent;
  return (
    <Section
      title="Before it leaves"
      look="label"
      act={
        <>
          checked by{' '}
          <Select
            aria-label={labels.checkedBy}
            fontSize="small"
            height="1.5rem"
            value={list?.id ?? ''}
            onChange={(event) => onList(event.target.value)}
          >
            {lists.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </>
      }
    >
      {lacking && (
        <Line what="not yet" isOpen>
          {lacking}
        </Line>
      )}
      {failing.length > 0 && (
        <Line
          what={`${formatNumber(failing.length)} ${holdsBack ? 'not sent' : 'sent anyway'}`}
          isOpen
          acts={
            <>
              <Link href={`/assignments/${assignmentId}/check`}>
                fix {failing.length === 1 ? 'it' : 'them'}
              </Link>
              <LinkButton type="button" onClick={() => onHoldBack(!holdsBack)}>
                {holdsBack ? labels.sendAnyway : labels.doNotSend}
              </LinkButton>
            </>
          }
        >
          {agrees(failing.length, 'fails', 'fail')} what {list ? `“${list.name}”` : 'the list'} asks:{' '}
          {namesOf(failing)}
        </Line>
      )}
      {gone.length > 0 && (
        <Line what={`${formatNumber(gone.length)} gone`} isOpen>
          {agrees(gone.length, 'its file was', 'their files were')} not found any more: {namesOf(gone)}
        </Line>
      )}
      {others.pictures > 0 && (
        <Line what={`${formatNumber(others.pictures)} by others`} isOpen>
          Templates and licence of this delivery are not put into pictures that somebody else made.
          <MakerQuestions groups={others.groups} answerOf={others.answerOf} onAnswer={others.answer} />
        </Line>
      )}
      {smaller.length > 0 && (
        <Line what={`${formatNumber(smaller.length)} smaller`}>
          than that size, and not enlarged: {namesOf(smaller)}
        </Line>
      )}
      <Line what={isChecked ? `${formatNumber(ids.length)} ready` : labels.checking}>
        {!isChecked
          ? 'The pictures are read and checked.'
          : ids.length === 0
            ? 'Nothing would leave.'
            : shown && shown.bytes > 0
              ? `about ${formatBytes(shown.bytes * ids.length)}; each is read back by a second reader, and its picture decoded`
              : 'each is read back by a second reader, and its picture decoded'}
      </Line>
      {failing.length > 0 && !holdsBack && (
        <Box textStyle="hint" paddingTop="1">
          The receipt keeps that {counted(failing.length, 'picture')} were sent anyway, and who said so.
        </Box>
      )}
    </Section>
  );
}

const NAMED = 3;

function namesOf(views: readonly PhotoView[]): string {
  const named = views.slice(0, NAMED).map((view) => view.name);
  const more = views.length - named.length;
  return more > 0 ? `${named.join(', ')} and ${formatNumber(more)} more` : named.join(', ');
}

function Line({
  what,
  isOpen = false,
  acts,
  children,
}: {
  what: string;
  /** Something is to be decided, or fixed. */
  isOpen?: boolean;
  acts?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Flex borderTopWidth="1px" paddingY="1.5" gap="4" fontSize="body" alignItems="baseline" wrap="wrap">
      <chakra.span fontWeight="600" width="7rem" flexShrink={0} color={isOpen ? 'weldText' : 'ink'}>
        {what}
      </chakra.span>
      <Box flex="1" minWidth="12rem" overflowWrap="anywhere">
        {children}
      </Box>
      {acts && (
        <Flex gap="4" css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}>
          {acts}
        </Flex>
      )}
    </Flex>
  );
}
