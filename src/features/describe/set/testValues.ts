import type { ListedValues } from '@/server/operations/photos/listValues';

/** Values of a picture, for tests that do not look at its file. */
export const valuesRow = (
  id: string,
  values: ListedValues['values'],
  more: Partial<ListedValues> = {},
): ListedValues => ({ id, values, file: { format: 'jpeg', pixels: null, colour: null }, ...more });
