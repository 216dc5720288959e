import type { NamedShot } from '../../../core/naming/pattern';
import type { Problem } from '../../../core/problems/problem';
import type { Values } from '../../../core/templates/resolution';
import type { CopyRequest } from '../../rendering/makeCopies';

/** What one picture becomes: what its copies say, how they are made, and what they are called. */
export interface Copying {
  readonly request: CopyRequest;
  readonly named: NamedShot;
  /** What the picture says before: files and drafts, without the delivery's templates. */
  readonly before: Values;
  /** What is to be said about it: that another maker's picture takes neither templates nor licence. */
  readonly problems: readonly Problem[];
}
