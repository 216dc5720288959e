import { type Bound, type KeptName, keptNames } from '../../../core/kept/bounds';
import { schema } from '../body';
import { nullable, object } from './parts';

const bounded = (maximum: number) => nullable({ type: 'integer', minimum: 0, maximum });

/** At least one of the two bounds. */
export const changedBound = schema<Partial<Bound> & { name: KeptName }>({
  ...object({ name: { enum: [...keptNames] }, days: bounded(36_500), megabytes: bounded(100_000_000) }, [
    'name',
  ]),
  minProperties: 2,
});
