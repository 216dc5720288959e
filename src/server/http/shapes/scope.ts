import { threads } from '../../../core/threads/threads';
import { id, ids, object } from './parts';

const more = { except: ids, upTo: { type: 'integer', minimum: 0, maximum: 2_000_000_000 } };
const yes = { const: true };
const query = {
  ...object({ lacks: { enum: threads.map((one) => one.id) }, drafted: yes, disagrees: yes, found: yes }, []),
  minProperties: 1,
};

/** core/drafts/scope */
export const scope = {
  oneOf: [
    object({ of: { const: 'all' }, ...more }, ['of']),
    object({ of: { const: 'these' }, ids, ...more }, ['of', 'ids']),
    object({ of: { const: 'query' }, query, ...more }, ['of', 'query']),
    object({ of: { const: 'gathering' }, id, ...more }, ['of', 'id']),
  ],
};
