import type { CompiledPattern } from '../../core/naming/pattern';
import type { CompiledTemplates } from '../../core/templates/resolve';
import type { Template } from '../../core/templates/template';
import type { ImportParameters } from '../../server/db/stored';
import type { TakenNames } from '../../server/files/folderInside';
import type { Assignment } from '../../server/operations/assignments';
import type { Surroundings } from '../../server/operations/context';

interface OpenedPlace {
  readonly id: string;
  readonly path: string;
}

/** What is the same for all pictures of a run that brings some in. */
export interface ImportRun {
  readonly assignment: Assignment;
  readonly around: Surroundings;
  readonly source: OpenedPlace;
  readonly working: OpenedPlace;
  readonly second: OpenedPlace | undefined;
  readonly templates: readonly Template[];
  readonly compiled: CompiledTemplates;
  readonly pattern: CompiledPattern;
  readonly taken: TakenNames;
  readonly parameters: ImportParameters;
  /** Places taken by pictures that were there before. */
  readonly placesTaken: number;
}
