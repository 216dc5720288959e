import type { FieldValue } from '@/core/catalogue/value';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { valuesRow } from '../set/testValues';
import { plainChanges } from './applyEdits';
import { type Edit, isStep, type ValueRows } from './edit';
import type { Answer } from './editStore';

type Rows = Map<string, ListedValues>;
interface Act {
  readonly id: string;
  readonly before: Rows;
  readonly after: Rows;
  undone: boolean;
}

export class Refused extends Error {}

/** A server for tests of the store: it carries out each key once, and numbers its transactions. */
export function makeServer(ids: readonly string[]) {
  let rows: Rows = new Map(ids.map((id) => [id, valuesRow(id, {})]));
  let transactions = 100;
  /** A transaction of somebody else that is under way. */
  let elsewhere: number | undefined;
  const acts: Act[] = [];
  const answers = new Map<string, Answer>();
  /** The keys of what was carried out, in that order. */
  const log: string[] = [];

  const undoable = () => acts.findLast((one) => !one.undone);
  const nextId = (undone: boolean) => (undone ? undoable() : acts.find((one) => one.undone))?.id;

  function write(edit: Edit & { readonly writing: unknown }): Answer {
    const known = answers.get(edit.key);
    if (known) return known;
    if (isStep(edit)) throw new Error('not a writing');
    if (JSON.stringify(edit.writing).includes('refused')) throw new Refused('refused');
    const changesOf = plainChanges(edit.writing)!;
    const before = rows;
    rows = new Map(rows);
    for (const id of edit.scope.of === 'these' ? edit.scope.ids : ids) {
      const values: Record<string, FieldValue> = { ...rows.get(id)!.values };
      for (const [field, value] of Object.entries(changesOf(id) ?? {}))
        if (value === null || value === '') delete values[field];
        else values[field] = value!;
      rows.set(id, { ...rows.get(id)!, values });
    }
    // What was undone cannot be done again after another act.
    for (let at = acts.length - 1; acts[at]?.undone; at--) acts.pop();
    acts.push({ id: `act ${edit.key}`, before, after: rows, undone: false });
    log.push(edit.key);
    const answer = { undo: { id: `act ${edit.key}` }, transaction: String(transactions++) };
    answers.set(edit.key, answer);
    return answer;
  }

  function step(writingId: string, undone: boolean): Answer {
    const act = acts.find((one) => one.id === writingId);
    if (!act) throw new Refused('The act is gone.');
    if (act.undone !== undone) {
      act.undone = undone;
      rows = undone ? act.before : act.after;
    }
    const undo = undoable();
    return { ...(undo ? { undo } : {}), kept: 0, transaction: String(transactions++) };
  }

  return {
    log,
    carryOut: (edit: Edit): Answer => (isStep(edit) ? step(edit.writingId!, edit.undone) : write(edit)),
    nextId,
    elsewhere: () => {
      elsewhere = elsewhere === undefined ? transactions++ : undefined;
    },
    /** What a reading that begins now shows. */
    read: (): { readonly rows: ValueRows; readonly snapshot: string } => ({
      rows,
      snapshot: `${elsewhere ?? transactions}:${transactions}:${elsewhere ?? ''}`,
    }),
  };
}

export const valuesIn = (rows: ValueRows) =>
  Object.fromEntries([...rows].map(([id, row]) => [id, row.values]));
