'use client';

import { type KeyboardEvent, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import type { PictureSet } from '../set/useSet';
import type { WritingOptions } from '../store/boxes';
import type { Write } from '../store/useWriting';
import { type CellRow, clearCells, copyCells, fillCells, pasteCells } from './cellActs';
import { useClipboard } from './useClipboard';
import { useColumnSpan } from './useColumnSpan';
import type { LedgerColumns } from './useColumnsShown';
import { type EditedCell, useEditedCell } from './useEditedCell';

const NOT_READ = 'The words of these pictures are still being read. Try again in a moment.';

const awaiting = (typed: string) =>
  `The words of this picture are still being read. Its cell opens as soon as they are here${typed && `, with “${typed}”`}.`;

/** The act allows so many pictures at a time. */
const ROWS_AT_ONCE = 10_000;

/**
 * The cells of the ledger: the rows are the selection, so that the desk writes to the same pictures; the
 * columns go from where one began to where one is.
 */
export function useCells(
  {
    shown,
    selection,
    arrived: values,
    latestShown,
  }: Pick<PictureSet, 'shown' | 'selection' | 'arrived' | 'latestShown'>,
  columns: Pick<LedgerColumns, 'open' | 'holdOpen'>,
  write: Write,
  grid: RefObject<HTMLElement | null>,
) {
  const { open } = columns;
  const [message, setMessage] = useState('');
  const ids = useMemo(() => shown.map((view) => view.id), [shown]);
  const { to, fields, goTo, stayIn, goAcross } = useColumnSpan(columns);
  const { current } = selection;

  const range = useCallback(
    () => ({ ids: ids.filter((id) => selection.ids.has(id)), fields }),
    [ids, selection.ids, fields],
  );
  const put = useCallback(
    (rows: readonly CellRow[], how?: WritingOptions) => {
      for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) {
        const some = rows.slice(at, at + ROWS_AT_ONCE);
        write(these(some.map((one) => one.id)), { kind: 'cells', rows: some }, how);
      }
    },
    [write],
  );
  const save = useCallback(
    (id: string, field: FieldId, value: FieldValue | null) => put([{ id, values: { [field]: value } }]),
    [put],
  );
  const edited = useEditedCell(values, save);
  const { asked, editing, soFar, ask, end, goOn } = edited;
  // Of what is not shown any more nothing is open; what was typed is saved as it goes.
  const isGone = asked !== undefined && !(ids.includes(asked.id) && open.includes(asked.field));
  useEffect(() => {
    if (isGone) soFar ? goOn('out of it') : end();
  }, [isGone, soFar, goOn, end]);
  const edit = useCallback(
    (cell: EditedCell) => {
      stayIn(cell.field);
      ask(cell);
    },
    [stayIn, ask],
  );
  const choose = useCallback(
    (id: string, field: FieldId | undefined, how: { shift: boolean; ctrl: boolean }) => {
      selection.choose(id, how);
      if (field) goTo(field, how.shift);
      setMessage('');
      goOn('in the ledger');
    },
    [selection, goTo, goOn],
  );
  /** Whether the words of pictures are there; says so where they are not. */
  const areRead = useCallback(
    (rows: readonly string[]) => {
      const all = rows.every((id) => values?.has(id));
      if (!all) setMessage(NOT_READ);
      return all;
    },
    [values],
  );
  const fillDown = useCallback(() => {
    const { ids: rows } = range();
    if (!areRead(rows.slice(0, 1))) return;
    const at = ids.indexOf(rows[0] ?? '');
    const next = ids[at + 1];
    if (rows.length > 1) put(fillCells({ ids: rows, fields }, values));
    else if (rows[0] !== undefined && next !== undefined) {
      put(fillCells({ ids: [rows[0], next], fields }, values));
      selection.choose(next);
    }
  }, [range, areRead, ids, fields, values, put, selection]);

  const onKeyDown = (event: KeyboardEvent) => {
    if (editing || event.target !== event.currentTarget) return;
    if (edited.takesKey(event)) return event.preventDefault();
    const isCommand = event.ctrlKey || event.metaKey;
    const step = steps[event.key];
    if (event.altKey && event.key === 'ArrowDown') fillDown();
    else if (event.altKey) return;
    else if (step && !isCommand) {
      if (step.down) selection.move(step.down, event.shiftKey);
      if (step.across) goAcross(step.across, event.shiftKey);
    } else if (isCommand && (event.key === 'Home' || event.key === 'End'))
      selection.move(event.key === 'Home' ? -ids.length : ids.length, event.shiftKey);
    else if (event.key === 'Home' || event.key === 'End')
      goAcross(event.key === 'Home' ? -open.length : open.length, event.shiftKey);
    else if (event.key === 'Tab' && !isCommand) {
      // At the edge the focus leaves the grid.
      const edge = event.shiftKey ? open[0] : open.at(-1);
      if (to === edge) return;
      goAcross(event.shiftKey ? -1 : 1);
    } else if (isCommand && event.key === 'a')
      selection.setBy(() => latestShown.current.map((view) => view.id), current);
    else if (isCommand) return;
    else if (event.key === 'Escape') selection.set(current ? [current] : []);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && selection.ids.size > 0)
      put(clearCells(range()));
    else if ((event.key === 'Enter' || event.key === 'F2') && current && to) edit({ id: current, field: to });
    else if (event.key.length === 1 && current && to) edit({ id: current, field: to, begun: event.key });
    else return;
    event.preventDefault();
  };

  const onCopy = (event: ClipboardEvent) => {
    event.preventDefault();
    const copied = range();
    if (!areRead(copied.ids)) return;
    event.clipboardData?.setData('text/plain', copyCells(copied, values));
    setMessage(`${copied.ids.length * copied.fields.length} cells copied`);
  };
  const onPaste = (event: ClipboardEvent) => {
    event.preventDefault();
    const { rows, problems } = pasteCells(event.clipboardData?.getData('text/plain') ?? '', range(), {
      ids,
      fields: open,
    });
    put(rows);
    setMessage(problems.length > 0 ? `Not all was put in. ${problems.join('; ')}.` : '');
  };
  /** Ends writing in a cell, and goes on: down, right, left, or nowhere. */
  const leave = useCallback(
    (next: 'down' | 'right' | 'left' | 'stay') => {
      end();
      if (next === 'down') selection.move(1, false);
      else if (next !== 'stay') goAcross(next === 'right' ? 1 : -1);
    },
    [selection, goAcross, end],
  );
  useClipboard(grid, onCopy, onPaste);
  const acts = useStable({ choose, put, leave, edit });
  const onBlur = useCallback(() => goOn('out of it'), [goOn]);
  return {
    field: to,
    fields,
    editing,
    acts,
    onKeyDown,
    onBlur,
    message: soFar === undefined ? message : awaiting(soFar),
  };
}

/** What a row does. The same object at every render, so that rows which did not change are not drawn again. */
export interface CellActs {
  readonly choose: (id: string, field: FieldId | undefined, how: { shift: boolean; ctrl: boolean }) => void;
  readonly put: (rows: readonly CellRow[], how?: WritingOptions) => void;
  readonly leave: (next: 'down' | 'right' | 'left' | 'stay') => void;
  readonly edit: (cell: EditedCell) => void;
}

function useStable(acts: CellActs): CellActs {
  const latest = useRef<CellActs>(acts);
  latest.current = acts;
  return useMemo(
    () => ({
      choose: (...args) => latest.current.choose(...args),
      put: (...args) => latest.current.put(...args),
      leave: (...args) => latest.current.leave(...args),
      edit: (...args) => latest.current.edit(...args),
    }),
    [],
  );
}

const PAGE = 10;
const steps: Readonly<Record<string, { down?: number; across?: number }>> = {
  ArrowDown: { down: 1 },
  ArrowUp: { down: -1 },
  PageDown: { down: PAGE },
  PageUp: { down: -PAGE },
  ArrowRight: { across: 1 },
  ArrowLeft: { across: -1 },
};
