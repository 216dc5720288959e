import { type RunKindId, runParameterShapes } from '../db/stored/runs';
import type { Run, RunKind } from './kind';
import { deliverKind } from './kinds/deliver/deliverKind';
import { embedKind } from './kinds/embed/embedKind';
import { importKind } from './kinds/import/importKind';
import { undoKind } from './kinds/undo/undoKind';
import type { RunAct } from './runActs';

/** One row a kind of run. */
const kinds: { readonly [Id in RunKindId]: RunKind<Id> } = {
  import: importKind,
  embed: embedKind,
  deliver: deliverKind,
  undo: undoKind((run) => kinds[run.kind].undo),
};

export const kindOf = ({ kind }: Pick<Run, 'kind'>): RunKind => kinds[kind];

/** Kinds of which something is true. */
export const kindsThat = (is: (kind: RunKind) => boolean): RunKindId[] =>
  Object.values(kinds).flatMap((kind) => (is(kind) ? kind.id : []));

/** Act of a run, in words for a person. */
export function actOf(run: Pick<Run, 'kind' | 'parameters'>): RunAct {
  return kindOf(run).act(runParameterShapes[run.kind].read(run.parameters) as never);
}
