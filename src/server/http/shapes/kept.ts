import { type Bound, type KeptName, keptNames } from '../../../core/kept/bounds';
import { schema } from '../body';
import { nullable, object } from './parts';

const bounded = (maximum: number) => nullable({ type: 'integer', minimum: 0, maximum });

export const changedBound = schema<Bound & { name: KeptName }>(
  object({ name: { enum: [...keptNames] }, days: bounded(36_500), megabytes: bounded(100_000_000) }),
);
