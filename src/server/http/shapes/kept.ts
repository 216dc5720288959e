import { type Bound, type KeptName, keptNames } from '../../../core/kept/bounds';
import { schema } from '../body';
import { nullable, object } from './parts';

const bounded = (maximum: number) => nullable({ type: 'integer', minimum: 0, maximum });

const days = bounded(36_500);
const others = keptNames.filter((name) => name !== 'previews');

/** Only previews have a bound of size: of all else a part would be worth nothing. */
export const changedBound = schema<Bound & { name: KeptName }>({
  anyOf: [
    object({ name: { const: 'previews' }, days, megabytes: bounded(100_000_000) }),
    object({ name: { enum: others }, days, megabytes: { type: 'null' } }),
  ],
});
