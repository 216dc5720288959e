import { asc, desc, eq, lt, sql } from 'drizzle-orm';
import { changesOf, reversed, type VocabularyAct } from '../../../core/keywords/vocabulary/acts';
import { checkVocabulary, VocabularyProblem } from '../../../core/keywords/vocabulary/check';
import { equalTerms, type Term, type TermChange, withChanges } from '../../../core/keywords/vocabulary/term';
import type { Context } from '../../context';
import { inParts, oneOf } from '../../db/oneOf';
import { terms, vocabularyActs } from '../../db/schema/vocabulary';
import type { VocabularyActSummary } from '../../db/stored/vocabulary';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { readVocabulary } from './readVocabulary';

/** Acts that can be undone. */
const KEPT = 100;

/** One writer at a time: each sees what the one before has made. */
export function changingVocabulary<T>(context: Context, work: (tx: Context) => Promise<T>): Promise<T> {
  return inTransaction(context, async (tx) => {
    await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext('vocabulary'))`);
    return work(tx);
  });
}

/** Carries an act out on the vocabulary; nothing is written into pictures. */
export async function actOnVocabulary(context: Context, act: VocabularyAct): Promise<void> {
  await changingVocabulary(context, async (tx) => {
    const vocabulary = await readVocabulary(tx);
    const changes = asOperation(() => changesOf(vocabulary, act));
    await keepChanges(tx, changes, act.kind, aboutOf(act));
  });
}

/** The term that the summary of an act names. */
function aboutOf(act: VocabularyAct): string | undefined {
  if (act.kind === 'join') return act.into;
  return act.kind === 'edit' || act.kind === 'split' ? act.id : undefined;
}

/** Errors of a vocabulary in words for a person. */
export function asOperation<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof VocabularyProblem)) throw error;
    throw failure('vocabulary-refused', { why: error.code, term: error.term, other: error.other });
  }
}

/** Writes changes and keeps them as one act; what was undone before is left behind. */
export async function keepChanges(
  context: Context,
  changes: readonly TermChange[],
  kind: VocabularyActSummary['kind'],
  about?: string,
): Promise<void> {
  if (changes.length === 0) return;
  await applyChanges(context, changes);
  const { after, before } = changes.find((one) => one.id === about) ?? changes[0]!;
  const spelling = (after ?? before)!.spelling;
  await context.db.delete(vocabularyActs).where(eq(vocabularyActs.undone, true));
  await context.db.insert(vocabularyActs).values({ act: { kind, terms: changes.length, spelling }, changes });
  const oldest = context.db
    .select({ order: vocabularyActs.order })
    .from(vocabularyActs)
    .orderBy(desc(vocabularyActs.order))
    .offset(KEPT)
    .limit(1);
  await context.db.delete(vocabularyActs).where(lt(vocabularyActs.order, sql`(${oldest}) + 1`));
  await announce(context.db, { kind: 'vocabulary', id: '' });
}

async function applyChanges({ db }: Context, changes: readonly TermChange[]): Promise<void> {
  await db.delete(terms).where(
    oneOf(
      terms.id,
      changes.map((one) => one.id),
    ),
  );
  const rows = changes.flatMap(({ after }) => (after ? [rowOf(after)] : []));
  for (const some of inParts(rows)) await db.insert(terms).values(some);
}

function rowOf({ id, spelling, broader, synonyms, languages, note, state, added }: Term) {
  const words = { synonyms, languages, ...(note === undefined ? {} : { note }) };
  return { id, spelling, broader: broader ?? null, words, state: state ?? null, added };
}

export interface ToldVocabularyAct extends VocabularyActSummary {
  readonly id: string;
}

/** The act that can be undone next, and the one that can be done again. */
export interface VocabularySteps {
  readonly undo?: ToldVocabularyAct;
  readonly redo?: ToldVocabularyAct;
}

export async function vocabularySteps({ db }: Context): Promise<VocabularySteps> {
  const next = async (undone: boolean) => {
    const [row] = await db
      .select({ id: vocabularyActs.id, act: vocabularyActs.act })
      .from(vocabularyActs)
      .where(eq(vocabularyActs.undone, undone))
      .orderBy(undone ? asc(vocabularyActs.order) : desc(vocabularyActs.order))
      .limit(1);
    return row && { id: row.id, ...row.act };
  };
  const [undo, redo] = await Promise.all([next(false), next(true)]);
  return { ...(undo ? { undo } : {}), ...(redo ? { redo } : {}) };
}

/**
 * Undoes an act on the vocabulary, or does it again; asked for twice, it is done once. Where a term was changed
 * since, nothing is done, and it is said.
 */
export async function stepVocabulary(context: Context, id: string, undone: boolean): Promise<void> {
  await changingVocabulary(context, async (tx) => {
    const [row] = await tx.db.select().from(vocabularyActs).where(eq(vocabularyActs.id, id));
    const act = required(row, 'act');
    if (act.undone === undone) return;
    const changes = undone ? reversed(act.changes) : act.changes;
    const vocabulary = await readVocabulary(tx);
    for (const { id: term, before } of changes)
      if (!equalTerms(vocabulary.get(term) ?? null, before))
        throw failure('vocabulary-changed-since', { term: (before ?? vocabulary.get(term))?.spelling ?? '' });
    asOperation(() => checkVocabulary(withChanges(vocabulary, changes), changes));
    await applyChanges(tx, changes);
    await tx.db.update(vocabularyActs).set({ undone }).where(eq(vocabularyActs.id, id));
    await announce(tx.db, { kind: 'vocabulary', id: '' });
  });
}
