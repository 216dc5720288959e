import { schema } from '../body';
import { id, list, object } from './parts';

export const templateIdsBody = schema<{ readonly templateIds: readonly string[] }>(
  object({ templateIds: list(id, 1000) }),
);

export const reviewQuery = schema<{ readonly year?: string }>(
  object({ year: { type: 'string', pattern: '^\\d{4}$' } }, []),
);
