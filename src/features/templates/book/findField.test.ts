import { writtenFieldIds } from '@/core/catalogue/fields';
import { findFields } from './findField';

test.each([
  ['phone', 'contactPhone'],
  ['who owns it', 'copyrightNotice'],
  ['agency', 'creditLine'],
  ['photographer', 'creator'],
  ['embargo', 'instructions'],
  ['Copyright Notice', 'copyrightNotice'],
  ['web statement', 'webStatement'],
  ['tags', 'keywords'],
])('%s leads to %s', (typed, id) => {
  expect(findFields(typed).slice(0, 3)).toContain(id);
});

test('nothing typed finds nothing, nonsense neither', () => {
  expect(findFields('  ')).toEqual([]);
  expect(findFields('shoe size')).toEqual([]);
});

test('every field is found by its standard name', async () => {
  const { field } = await import('@/core/catalogue/fields');
  for (const id of writtenFieldIds) expect(findFields(field(id).standardName, 20)).toContain(id);
});
