'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { threads } from '@/core/threads/threads';
import { counted, formatNumber } from '@/core/wording/counts';
import { LinkButton, SignButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { labels } from '../words';
import { type Order, orderByWords, orderWords } from './order';
import { type Show, showCode, showFrom, showWords, stateWords } from './show';
import { type Address, type Arrangement, arrangements } from './useAddress';
import type { Arranged } from './useArranged';
import { useGatherings } from './useGathered';

/** Above the pictures: which are shown, in what order, in which arrangement. */
export function SetBar({
  address,
  arranged,
  total,
  rule,
  children,
}: {
  address: Address;
  arranged: Arranged;
  total: number;
  /** What the rule is called that the filter names. */
  rule: string | undefined;
  /** What belongs to the arrangement: sizes, columns. */
  children?: ReactNode;
}) {
  const { show, order, setShow, setOrder } = address;
  const { shown, stale, again } = arranged;
  return (
    <Flex
      role="region"
      aria-label={labels.whichPictures}
      minHeight="2.125rem"
      flexShrink={0}
      paddingX="5"
      alignItems="center"
      borderBottomWidth="1px"
      flexWrap="wrap"
      columnGap="5"
      fontSize="small"
    >
      <ShowChoice show={show} onChange={setShow} total={total} rule={rule} />
      {show.of !== 'all' && (
        <Box role="status" color="soft">
          {formatNumber(shown.length)} of {counted(total, 'picture')}
          {stale > 0 && (
            <>
              {' '}
              · {formatNumber(stale)} no longer,{' '}
              <LinkButton type="button" onClick={again}>
                {labels.filterAgain}
              </LinkButton>
            </>
          )}{' '}
          ·{' '}
          <LinkButton type="button" onClick={() => setShow({ of: 'all' })}>
            {labels.showAll}
          </LinkButton>
        </Box>
      )}
      <OrderChoice order={order} onChange={setOrder} />
      {children}
      <Box flex="1" />
      <Arrangements address={address} />
    </Flex>
  );
}

function ShowChoice({
  show,
  onChange,
  total,
  rule,
}: {
  show: Show;
  onChange: (show: Show) => void;
  total: number;
  rule: string | undefined;
}) {
  const gatherings = useGatherings();
  const code = showCode(show);
  const isOffered = !['empty', 'differs', 'holds', 'has', 'found', 'rule'].includes(show.of);
  return (
    <chakra.label>
      {uiLabels.showPictures}{' '}
      <Select
        aria-label={uiLabels.showPictures}
        value={code}
        fontSize="small"
        height="1.5rem"
        maxWidth="16em"
        onChange={(event) => onChange(showFrom(event.target.value))}
      >
        <option value="">all {formatNumber(total)}</option>
        {!isOffered && <option value={code}>{showWords(show, gatherings, rule)}</option>}
        <optgroup label="what lacks">
          {threads.map(({ id }) => (
            <option key={id} value={`lacks.${id}`}>
              lacks {id}
            </option>
          ))}
        </optgroup>
        <optgroup label="state">
          {Object.entries(stateWords).map(([state, words]) => (
            <option key={state} value={`state.${state}`}>
              {words}
            </option>
          ))}
        </optgroup>
        {gatherings.length > 0 && (
          <optgroup label="gatherings">
            {gatherings.map(({ id, name }) => (
              <option key={id} value={`gathering.${id}`}>
                in “{name}”
              </option>
            ))}
          </optgroup>
        )}
      </Select>
    </chakra.label>
  );
}

function OrderChoice({ order, onChange }: { order: Order; onChange: Address['setOrder'] }) {
  const isUsual = Object.hasOwn(orderWords, order.by);
  return (
    <Flex gap="1.5" alignItems="center">
      <chakra.label>
        {labels.order}{' '}
        <Select
          aria-label={labels.order}
          value={order.by}
          fontSize="small"
          height="1.5rem"
          onChange={(event) => {
            const by = event.target.value as Order['by'];
            onChange((now) => ({ ...now, by }));
          }}
        >
          {!isUsual && <option value={order.by}>{orderByWords(order)}</option>}
          {Object.entries(orderWords).map(([by, words]) => (
            <option key={by} value={by}>
              {words}
            </option>
          ))}
        </Select>
      </chakra.label>
      <SignButton
        type="button"
        aria-label={order.isDown ? 'Descending; turn round' : labels.ascendingTurnRound}
        onClick={() => onChange((now) => ({ ...now, isDown: !now.isDown }))}
      >
        {order.isDown ? '↓' : '↑'}
      </SignButton>
    </Flex>
  );
}

function Arrangements({ address: { arrangement, arrange } }: { address: Address }) {
  return (
    <Flex as="nav" aria-label="Arrangement" gap="4">
      {Object.entries(arrangements).map(([one, words]) => (
        <chakra.button
          key={one}
          type="button"
          aria-current={arrangement === one ? 'true' : undefined}
          onClick={() => arrange(one as Arrangement)}
          cursor="pointer"
          minHeight="1.75rem"
          color={arrangement === one ? 'ink' : 'soft'}
          fontWeight={arrangement === one ? '600' : '400'}
          borderBottomWidth="2px"
          borderColor={arrangement === one ? 'woad' : 'transparent'}
        >
          {words}
        </chakra.button>
      ))}
    </Flex>
  );
}
