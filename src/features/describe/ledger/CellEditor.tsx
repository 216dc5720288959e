'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import { type FieldId, field as fieldRow } from '@/core/catalogue/fields';
import { type FieldValue, sameValue } from '@/core/catalogue/value';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { Notice } from '@/ui/Notice';
import { useLeaving } from '@/ui/useLeaving';
import { AddressRepair } from '../../fields/AddressRepair';
import { optionsOf, TermOptions } from '../../keywords/TermOptions';
import { useWordCompletion } from '../../keywords/useWordCompletion';
import { SAVE_AFTER_MS } from '../desk/useSavedValue';
import { cellTyped, cellValue, valueOfTyped } from './cellText';

interface Props {
  readonly field: FieldId;
  readonly label: string;
  readonly row: ListedValues | undefined;
  /** What was typed before it opened, in place of what was there. */
  readonly begun: string | undefined;
  readonly onSave: (value: FieldValue | null) => void;
  readonly onLeave: (next: 'down' | 'right' | 'left' | 'stay') => void;
}

/** A cell while it is written in: saved by itself, Enter goes down, Tab goes right, Escape puts it back. */
export function CellEditor({ field, label, row, begun, onSave, onLeave }: Props) {
  const { typed, type, keep, putBack, problem } = useCellText(field, row, begun, onSave);
  const box = useRef<HTMLTextAreaElement & HTMLSelectElement>(null);
  const id = useId();
  const menu = useWordCompletion(box, field === 'keywords' ? typed : '', type);
  useLayoutEffect(() => {
    const at = box.current?.value.length ?? 0;
    box.current?.focus();
    if (box.current?.tagName === 'TEXTAREA') box.current.setSelectionRange(at, at);
  }, []);
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (menu.onKey(event)) return;
    if (event.key === 'Escape') {
      putBack();
      onLeave('stay');
    } else if (event.key === 'Enter' && !event.altKey && !event.shiftKey) {
      if (keep()) onLeave('down');
    } else if (event.key === 'Tab') {
      if (keep()) onLeave(event.shiftKey ? 'left' : 'right');
    } else return;
    event.preventDefault();
  };
  const { choices } = fieldRow(field);
  const common = {
    ref: box,
    'aria-label': label,
    'aria-invalid': problem !== undefined,
    onKeyDown,
    onBlur: () => keep() && onLeave('stay'),
  };
  return (
    <>
      {choices && fieldRow(field).type !== 'list' ? (
        <chakra.select
          {...common}
          value={typed}
          css={boxStyles}
          onChange={(event) => type(event.target.value)}
        >
          <option value="">—</option>
          {typed !== '' && !(typed in choices) && <option value={typed}>{typed}</option>}
          {Object.entries(choices).map(([code, words]) => (
            <option key={code} value={code}>
              {words}
            </option>
          ))}
        </chakra.select>
      ) : (
        <chakra.textarea
          {...common}
          defaultValue={begun ?? cellTyped(row, field)}
          css={boxStyles}
          onChange={(event) => type(event.target.value)}
        />
      )}
      <TermOptions at={box} id={optionsOf(id)} menu={menu} />
      <Box position="absolute" top="100%" left="0" zIndex="5" bg="leaf" paddingX="1.5" fontFamily="body">
        <AddressRepair
          field={field}
          typed={typed}
          onType={(whole) => {
            if (box.current) box.current.value = whole;
            type(whole);
          }}
        />
      </Box>
      {problem && (
        <Notice
          kind="error"
          position="absolute"
          top="100%"
          left="0"
          zIndex="5"
          bg="leaf"
          borderWidth="1px"
          padding="1.5"
          fontFamily="body"
        >
          Not saved yet. {problem}. Escape puts it back.
        </Notice>
      )}
    </>
  );
}

const boxStyles = {
  position: 'absolute',
  inset: '0',
  width: '100%',
  height: '100%',
  minHeight: '100%',
  resize: 'none',
  background: 'sheet',
  color: 'ink',
  fontFamily: 'heading',
  fontSize: 'body',
  padding: '1.5',
  outline: '2px solid',
  outlineColor: 'woad',
  zIndex: '4',
} as const;

/** What is typed into a cell, saved after a pause, on leaving, and when the page or the cell goes. */
function useCellText(
  field: FieldId,
  row: ListedValues | undefined,
  begun: string | undefined,
  onSave: Props['onSave'],
) {
  const first = useRef(cellValue(row, field) ?? null).current;
  const [typed, setTyped] = useState(begun ?? cellTyped(row, field));
  const [problem, setProblem] = useState<string>();
  const saved = useRef(first);
  const pending = useRef<string | undefined>(begun);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(onSave);
  latest.current = onSave;
  /** false where the field does not allow what is there. */
  const keep = useRef(() => {
    clearTimeout(timer.current);
    if (pending.current === undefined) return true;
    const made = valueOfTyped(field, pending.current);
    setProblem('problem' in made ? made.problem : undefined);
    if ('problem' in made) return false;
    pending.current = undefined;
    if (!sameValue(made.value, saved.current)) latest.current(made.value);
    saved.current = made.value;
    return true;
  }).current;
  const type = (text: string) => {
    setTyped(text);
    pending.current = text;
    clearTimeout(timer.current);
    timer.current = setTimeout(keep, SAVE_AFTER_MS);
  };
  const putBack = () => {
    clearTimeout(timer.current);
    pending.current = undefined;
    if (!sameValue(first, saved.current)) latest.current(first);
    saved.current = first;
  };
  useEffect(() => {
    if (pending.current !== undefined) timer.current = setTimeout(keep, SAVE_AFTER_MS);
  }, [keep]);
  useLeaving(keep);
  return { typed, type, keep, putBack, problem };
}
