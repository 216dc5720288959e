import type { ImportChoices } from '../../../core/naming/importChoices';
import { storedShape } from './shape';
import { wayIsCalledMode } from './values';

/** What waits in a drop folder until somebody says something. */
export interface DropNotice {
  /** Pictures of other makers, about whom nothing was said. */
  readonly held: readonly { readonly maker: string; readonly count: number }[];
  /** Why nothing is brought in at all. */
  readonly refused?: string;
}

/** Saved choices for bringing in, with the templates in force. */
export interface StoredPlan extends ImportChoices {
  readonly templates: readonly string[];
  /** What the pictures are checked by; none in plans that are older than checklists. */
  readonly checklist?: string;
}

export const dropNoticeShape = storedShape<DropNotice>('what waits in a drop folder');
export const planShape = storedShape<StoredPlan>('choices of a plan', [wayIsCalledMode]);
