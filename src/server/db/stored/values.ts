import type { FieldValue } from '../../../core/catalogue/value';
import type { ImportChoices } from '../../../core/naming/importChoices';
import type { Identity } from '../../../core/templates/identity';
import type { Entry } from '../../../core/templates/template';
import { type Migration, storedShape } from './shape';

/** "way" meant three things; how pictures are brought in is their mode. */
export const wayIsCalledMode: Migration = {
  name: 'the way of bringing in is called mode',
  up: ({ way = 'copy', ...rest }: { way?: string }) => ({ ...rest, mode: way }),
};

export const fieldValueShape = storedShape<FieldValue>('value of a field');
export const entriesShape = storedShape<readonly Entry[]>('entries of a template');
export const identityPartsShape = storedShape<Identity['parts']>('parts of one’s details');
export const importChoicesShape = storedShape<ImportChoices>('choices for bringing in', [wayIsCalledMode]);
/** What an act answered, so that it can be answered again. */
export const actResultShape = storedShape<unknown>('answer of an act');
