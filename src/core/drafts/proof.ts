import { type FieldId, fieldIds } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty, sameValue } from '../catalogue/value';
import { withImplied } from '../mapping/implied';
import type { DraftFields, FileFields } from './present';

/** Old → new for a set, before anything is written. */
export type ChangeKind = 'replaced' | 'erased' | 'added to' | 'filled' | 'made to agree';
/** Dangerous first. */
const changeKinds: readonly ChangeKind[] = ['replaced', 'erased', 'added to', 'made to agree', 'filled'];

export interface ProofLine {
  readonly field: FieldId;
  readonly kind: ChangeKind;
  readonly count: number;
  /** Identical changes collapsed, most frequent first. */
  readonly changes: readonly {
    readonly before: FieldValue | null;
    readonly after: FieldValue | null;
    readonly count: number;
  }[];
}

export interface Proof {
  /** Pictures whose file will change. */
  readonly pictures: number;
  /** Of these, pictures in which a value is replaced or erased. */
  readonly replacing: number;
  readonly lines: readonly ProofLine[];
}

/** Old → new over many pictures: the same change of several is one line, overwriting first. */
export function proofOf(
  photos: readonly { readonly file: FileFields; readonly drafts: DraftFields }[],
): Proof {
  const lines = new Map<
    string,
    {
      field: FieldId;
      kind: ChangeKind;
      changes: Map<string, { before: FieldValue | null; after: FieldValue | null; count: number }>;
    }
  >();
  let pictures = 0;
  let replacing = 0;
  for (const { file, drafts } of photos) {
    const kinds = new Set<ChangeKind>();
    for (const [field, after] of changesOf(file, drafts)) {
      const before = file[field]?.value ?? null;
      const kind = kindOf(before, after, file[field]?.agrees !== false);
      if (!kind) continue;
      kinds.add(kind);
      const line = lines.get(`${kind} ${field}`) ?? { field, kind, changes: new Map() };
      const key = JSON.stringify([before, after]);
      line.changes.set(key, { before, after, count: (line.changes.get(key)?.count ?? 0) + 1 });
      lines.set(`${kind} ${field}`, line);
    }
    if (kinds.size > 0) pictures++;
    if (kinds.has('replaced') || kinds.has('erased')) replacing++;
  }
  return { pictures, replacing, lines: [...lines.values()].map(finished).sort(byDanger) };
}

/** The drafts, and what they bring with them. */
function changesOf(file: FileFields, drafts: DraftFields): ReadonlyMap<FieldId, FieldValue | null> {
  const wanted = new Map(
    (Object.entries(drafts) as [FieldId, { value: FieldValue | null }][]).map(([id, { value }]) => [
      id,
      value,
    ]),
  );
  return withImplied(wanted, (id) => file[id]?.value);
}

function kindOf(
  before: FieldValue | null,
  after: FieldValue | null,
  agrees: boolean,
): ChangeKind | undefined {
  if (sameValue(before, after)) return agrees ? undefined : 'made to agree';
  if (isEmpty(before)) return 'filled';
  if (isEmpty(after)) return 'erased';
  return keepsAll(before!, after!) ? 'added to' : 'replaced';
}

/** Whether everything that was there still is: terms added, or text put before or after. */
function keepsAll(before: FieldValue, after: FieldValue): boolean {
  if (typeof before === 'string' && typeof after === 'string')
    return after.startsWith(`${before}\n`) || after.endsWith(`\n${before}`);
  const kept = new Set(asList(after));
  return asList(before).every((term) => kept.has(term));
}

function finished(line: {
  field: FieldId;
  kind: ChangeKind;
  changes: Map<string, ProofLine['changes'][number]>;
}): ProofLine {
  const changes = [...line.changes.values()].sort(
    (a, b) => b.count - a.count || (asText(a.after) < asText(b.after) ? -1 : 1),
  );
  return {
    field: line.field,
    kind: line.kind,
    changes,
    count: changes.reduce((sum, one) => sum + one.count, 0),
  };
}

function byDanger(a: ProofLine, b: ProofLine): number {
  return (
    changeKinds.indexOf(a.kind) - changeKinds.indexOf(b.kind) ||
    fieldIds.indexOf(a.field) - fieldIds.indexOf(b.field)
  );
}
