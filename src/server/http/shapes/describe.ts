import { type DictionaryName, dictionaries } from '../../../core/captions/dictionaries';
import { writtenFieldIds } from '../../../core/catalogue/fields';
import { MOST_PICKED } from '../../../core/search/condition';
import type { GatheringChange, GatheringText } from '../../operations/gatherings/gatherings';
import type { ColumnSet } from '../../operations/ledger/columnSets';
import { schema } from '../body';
import { querySchema } from '../query';
import { id, list, nullable, object, text } from './parts';
import { scope } from './scope';

export const named = schema<{ name: string }>(object({ name: text(120) }));

export const gatheringText = schema<GatheringText>({
  ...object({ name: text(120), note: text(2000), met: text(2000), isRemoved: { type: 'boolean' } }, []),
  minProperties: 1,
});
export const gatheringMove = schema<{ photoId: string; before: string | null }>(
  object({ photoId: id, before: nullable(id) }),
);
export const gatheredChange = schema<{ ids: string[]; isIn: boolean }>(
  object({ ids: list(id, MOST_PICKED), isIn: { type: 'boolean' } }),
);

export const gatheringChange = schema<GatheringChange>(
  object({ assignmentId: id, scope, isIn: { type: 'boolean' } }),
);

export const inAssignmentQuery = querySchema<{ assignment: string }>({ assignment: id }, ['assignment']);

export const columnSet = schema<Pick<ColumnSet, 'name' | 'fields'>>(
  object({ name: text(120), fields: list({ enum: writtenFieldIds }, 200) }),
);

/** Towns by letters, or by a position in decimal degrees. */
export const placeQuery = querySchema<{ typed?: string; latitude?: number; longitude?: number }>({
  typed: text(200),
  latitude: { type: 'number', minimum: -90, maximum: 90 },
  longitude: { type: 'number', minimum: -180, maximum: 180 },
});

export const dictionaryQuery = querySchema<{ name: DictionaryName }>({ name: { enum: dictionaries } }, [
  'name',
]);
