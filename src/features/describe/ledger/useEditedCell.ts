'use client';

import { type KeyboardEvent, useCallback, useEffect, useMemo, useState } from 'react';
import { type FieldId, field as fieldRow } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { cellTyped, valueOfTyped } from './cellText';

/** A cell that is being written in; `begun` is what was typed in place of what was there. */
export interface EditedCell {
  readonly id: string;
  readonly field: FieldId;
  readonly begun?: string;
}

/** A cell that one asked for. */
interface AskedCell extends EditedCell {
  /** Typed behind what is there, before it could be seen. */
  readonly added?: string;
  /** One went on to another place of the page: it is saved as its words come, and not opened. */
  readonly isLeft?: boolean;
}

/**
 * The cell that is written in. One that was not read yet waits for its words, and opens as they come: with all
 * that was typed meanwhile, so that neither the press nor a letter is lost.
 */
export function useEditedCell(
  arrived: ReadonlyMap<string, ListedValues> | undefined,
  save: (id: string, field: FieldId, value: FieldValue | null) => void,
) {
  const [asked, setAsked] = useState<AskedCell>();
  const row = asked && arrived?.get(asked.id);
  const editing = useMemo(
    () => (asked && row && !asked.isLeft ? opened(asked, row) : undefined),
    [asked, row],
  );
  const awaited = asked && !row ? asked : undefined;
  const soFar = awaited && (awaited.begun ?? awaited.added ?? '');

  useEffect(() => {
    if (!asked?.isLeft || !row) return;
    const made = valueOfTyped(asked.field, opened(asked, row).begun ?? '');
    // What the field does not allow is shown, with the reason.
    setAsked('value' in made ? undefined : { ...asked, isLeft: false });
    if ('value' in made) save(asked.id, asked.field, made.value);
  }, [asked, row, save]);

  const ask = useCallback(
    (cell: EditedCell) => setAsked((before) => (before && soFar ? before : cell)),
    [soFar],
  );
  const end = useCallback(() => setAsked(undefined), []);
  /** Another cell is chosen, or another part of the page: what was typed waits on. */
  const goOn = useCallback(
    (where: 'in the ledger' | 'out of it') => {
      if (soFar === '') setAsked(undefined);
      else if (soFar) setAsked((before) => before && { ...before, isLeft: where === 'out of it' });
    },
    [soFar],
  );
  /** A key in the ledger while a cell is awaited: true where it was meant for the cell. */
  const takesKey = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => {
    if (!awaited || soFar === undefined || ctrlKey || metaKey || altKey) return false;
    const says = (text: string) =>
      setAsked({ ...awaited, isLeft: false, [awaited.begun === undefined ? 'added' : 'begun']: text });
    if (key.length === 1) says(soFar + key);
    else if (key === 'Backspace' && soFar !== '') says([...soFar].slice(0, -1).join(''));
    else if (key === 'Escape') end();
    else {
      // Nobody goes on from words that are not saved anywhere yet.
      goOn('in the ledger');
      return soFar !== '';
    }
    return true;
  };
  return { asked, editing, soFar, ask, end, goOn, takesKey };
}

function opened({ added, isLeft, begun, ...cell }: AskedCell, row: ListedValues): EditedCell {
  const { choices, type } = fieldRow(cell.field);
  const typed = begun ?? (added && cellTyped(row, cell.field) + added);
  if (!typed) return cell;
  if (!choices || type === 'list') return { ...cell, begun: typed };
  // Of choices, the first that begins with what was typed.
  const start = (begun ?? added ?? '').toLowerCase();
  const code = Object.keys(choices).find((one) => choices[one]!.toLowerCase().startsWith(start));
  return code === undefined ? cell : { ...cell, begun: code };
}
