'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, useId, useLayoutEffect, useRef } from 'react';
import { type FieldId, field as fieldRow } from '@/core/catalogue/fields';
import { type FieldValue, sameValue } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { Notice } from '@/ui/Notice';
import { AddressRepair } from '../../fields/AddressRepair';
import { optionsOf, TermOptions } from '../../keywords/TermOptions';
import { useWordCompletion } from '../../keywords/useWordCompletion';
import type { WritingOptions } from '../store/boxes';
import { useBox } from '../store/useBox';
import { cellTyped, cellValue, valueOfTyped } from './cellText';

interface Props {
  readonly field: FieldId;
  readonly label: string;
  readonly row: ListedValues | undefined;
  /** What was typed before it opened, in place of what was there. */
  readonly begun: string | undefined;
  readonly onSave: (value: FieldValue | null, how?: WritingOptions) => void;
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

/** What is typed into a cell: written after a pause, on leaving, and when the page or the cell goes. */
function useCellText(
  field: FieldId,
  row: ListedValues | undefined,
  begun: string | undefined,
  onSave: Props['onSave'],
) {
  const first = useRef(cellValue(row, field) ?? null).current;
  const isWritten = useRef(false);
  const id = row?.id ?? '';
  const latest = useRef(onSave);
  latest.current = onSave;
  const {
    value: typed,
    change,
    save,
    putBack: close,
    isNotAllowed,
  } = useBox<string>({
    scope: these([id]),
    shown: cellTyped(row, field),
    isSame: (a, b) => isSameTyped(field, a, b),
    writingOf: (text) => {
      const made = valueOfTyped(field, text);
      return 'value' in made ? { kind: 'cells', rows: [{ id, values: { [field]: made.value } }] } : undefined;
    },
    write: (_scope, writing, how) => {
      isWritten.current = true;
      if (writing.kind === 'cells') latest.current(writing.rows[0]!.values[field] ?? null, how);
    },
  });
  const putBack = () => {
    close();
    if (isWritten.current) latest.current(first);
  };
  const begin = useRef(begun === undefined ? undefined : () => change(begun));
  useLayoutEffect(() => {
    begin.current?.();
    begin.current = undefined;
  }, []);
  const made = isNotAllowed ? valueOfTyped(field, typed) : undefined;
  const problem = made && 'problem' in made ? made.problem : undefined;
  return { typed, type: change, keep: save, putBack, problem };
}

/** Whether two texts say the same value. */
function isSameTyped(field: FieldId, a: string, b: string): boolean {
  const [one, other] = [valueOfTyped(field, a), valueOfTyped(field, b)];
  return 'value' in one && 'value' in other ? sameValue(one.value, other.value) : a === b;
}
