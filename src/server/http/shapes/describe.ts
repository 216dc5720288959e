import { type DictionaryName, dictionaries } from '../../../core/captions/dictionaries';
import { writtenFieldIds } from '../../../core/catalogue/fields';
import type { GatheringChange } from '../../operations/gatherings/gatherings';
import type { ColumnSet } from '../../operations/ledger/columnSets';
import { schema } from '../body';
import { querySchema } from '../query';
import { id, list, object, text } from './parts';
import { scope } from './scope';

export const named = schema<{ name: string }>(object({ name: text(120) }));

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
