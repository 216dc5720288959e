'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { agrees, formatNumber } from '@/core/wording/counts';
import { Button, LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Popover } from '@/ui/Popover';
import { labels as uiLabels } from '@/ui/words';
import { FieldHelp } from '../../fields/FieldHelp';
import type { Address } from '../set/useAddress';
import type { ColumnInSight } from './columns';
import { type LedgerColumns, moved } from './useColumnsShown';

interface Props {
  readonly column: ColumnInSight;
  readonly columns: LedgerColumns;
  readonly address: Address;
}

/** The name of a column, what it lacks and where it disagrees; a press opens order, filter and place. */
export function ColumnHead({ column, columns, address }: Props) {
  const { id, label, index, left, width } = column;
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const { lack = 0, differ = 0 } = columns.facts.get(id) ?? {};
  const { order } = address;
  const sorted = order.by === id ? (order.isDown ? 'descending' : 'ascending') : undefined;
  return (
    // biome-ignore lint/a11y: the grid itself has the focus (Ledger).
    <div
      role="columnheader"
      aria-colindex={index + 2}
      aria-sort={sorted ?? 'none'}
      className="column-head"
      style={{ left, width }}
    >
      <button ref={button} type="button" aria-expanded={open} onClick={() => setOpen(!open)} title={label}>
        <span className="label">{label}</span>
        {sorted && <span aria-hidden>{order.isDown ? '↓' : '↑'}</span>}
        {lack > 0 && (
          <span className="lack">
            {formatNumber(lack)} {agrees(lack, 'lacks', 'lack')}
          </span>
        )}
        {differ > 0 && <span className="differ">{formatNumber(differ)} ≠</span>}
      </button>
      {open && (
        <Popover at={button} onClose={() => setOpen(false)}>
          <ColumnMenu column={column} columns={columns} address={address} onDone={() => setOpen(false)} />
        </Popover>
      )}
    </div>
  );
}

function ColumnMenu({
  column: { id, label },
  columns: { fields, open, change },
  address: { setOrder, setShow },
  onDone,
}: Pick<Props, 'column' | 'columns' | 'address'> & { onDone: () => void }) {
  const [text, setText] = useState('');
  const act = (work: () => void) => () => {
    work();
    onDone();
  };
  const acts = [
    ['Order: A to Z', () => setOrder(() => ({ by: id, isDown: false }))],
    ['Order: Z to A', () => setOrder(() => ({ by: id, isDown: true }))],
    ['Show those without it', () => setShow({ of: 'empty', field: id })],
    ['Show those whose records disagree', () => setShow({ of: 'differs', field: id })],
    ['Move left', () => change(moved(fields, open, id, -1))],
    ['Move right', () => change(moved(fields, open, id, 1))],
    ['Hide the column', () => change(fields.filter((one) => one !== id))],
  ] as const;
  return (
    <Flex direction="column" alignItems="flex-start" gap="1" minWidth="15em">
      <Box textStyle="label">{label}</Box>
      <Box maxWidth="22em">
        <FieldHelp id={id} elementId={`help-${id}`} />
      </Box>
      {acts.map(([words, work]) => (
        <LinkButton key={words} type="button" onClick={act(work)}>
          {words}
        </LinkButton>
      ))}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') act(() => setShow({ of: 'holds', field: id, text: text.trim() }))();
        }}
      >
        <Flex gap="2" alignItems="center">
          <TextInput
            aria-label={`Show those whose ${label} holds`}
            placeholder="show those that hold …"
            value={text}
            maxLength={200}
            onChange={(event) => setText(event.target.value)}
          />
          <Button type="submit" height="1.625rem" fontSize="small" disabled={text.trim() === ''}>
            {uiLabels.show}
          </Button>
        </Flex>
      </form>
    </Flex>
  );
}
