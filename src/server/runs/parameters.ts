import { type RunKindId, type RunParameters, runParameterShapes } from '../db/stored/runs';
import type { Run } from './kind';

/** The parameters of a run whose kind is known; those of another kind are a defect. */
export function parametersOf<Id extends RunKindId>(
  run: Pick<Run, 'kind' | 'parameters'>,
  kind: Id,
): RunParameters[Id] {
  if (run.kind !== kind) throw new Error(`a run of the kind ${run.kind} is no ${kind}`);
  return runParameterShapes[kind].read(run.parameters) as RunParameters[Id];
}
