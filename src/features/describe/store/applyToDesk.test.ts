import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { viewOf } from '../set/view';
import { applyToDesk } from './applyToDesk';

const views = ['a', 'b', 'c'].map((id, at) =>
  viewOf({ id, name: id, place: at + 1, revision: '1', strip: 'ssssffss', notice: '', caption: '' }),
);
const desk: Desk = {
  snapshot: '1:1:',
  caption: { empty: 1, variants: [{ value: 'Old', count: 1 }] },
  signOffs: 1,
  keywords: [
    { term: 'ketch', count: 2 },
    { term: 'oak', count: 1 },
  ],
  moreKeywords: 0,
  disagreeing: 0,
  notApplicable: {},
  fields: {
    personShown: { empty: 1, variants: [{ value: ['Ottar Lien'], count: 1 }], drafted: 0, broken: 0 },
    city: { empty: 2, variants: [], drafted: 0, broken: 0 },
  },
};
const both: Scope = { of: 'these', ids: ['a', 'b'] };
const written = (writing: Writing, scope: Scope = both) =>
  applyToDesk(desk, both, 2, { edits: [{ key: 'k', at: 1, scope, writing }], views });

test('a caption and a value stand on all pictures at once', () => {
  expect(written({ kind: 'caption', text: 'New' }).caption).toMatchObject({ same: 'New', empty: 0 });
  expect(written({ kind: 'caption', text: '' }).caption).toEqual({ empty: 2, variants: [] });
  expect(written({ kind: 'set', field: 'city', value: 'Oslo' }).fields.city).toMatchObject({
    same: 'Oslo',
    drafted: 2,
  });
});

test('keywords that are removed are gone; what is added is left to the server, for the vocabulary may lead it elsewhere', () => {
  expect(written({ kind: 'remove-keywords', terms: ['Ketch'] }).keywords).toEqual([
    { term: 'oak', count: 1 },
  ]);
  expect(written({ kind: 'add-keywords', terms: ['mast'] })).toBe(desk);
});

// Cells of several pictures were pasted, and one of them was opened: the desk showed the first one's.
test('of cells, a single picture shows its own', () => {
  const scope: Scope = { of: 'these', ids: ['b'] };
  const rows = [
    { id: 'a', values: { city: 'Oslo' } },
    { id: 'b', values: { city: 'Havnes' } },
  ];
  const edits = [{ key: 'k', at: 1, scope: both, writing: { kind: 'cells' as const, rows } }];
  expect(applyToDesk(desk, scope, 1, { edits, views }).fields.city).toMatchObject({ same: 'Havnes' });
  expect(applyToDesk(desk, both, 2, { edits, views })).toBe(desk);
});

test('people come and go beside those that are there', () => {
  const { personShown } = written({ kind: 'add-people', terms: ['Ylva Sund'] }).fields;
  expect(personShown).toMatchObject({
    empty: 0,
    variants: expect.arrayContaining([{ value: ['Ylva Sund'], count: 1 }]),
  });
  const gone = written({ kind: 'caption', text: 'Alone', removePeople: ['Ottar Lien'] }).fields.personShown;
  expect(gone).toMatchObject({ empty: 2, variants: [] });
});

test('an act on more pictures is shown, one on a part of them is left to the server', () => {
  const caption = { kind: 'caption', text: 'New' } as const;
  expect(written(caption, { of: 'all', upTo: 3 }).caption.same).toBe('New');
  expect(written(caption, { of: 'these', ids: ['a'] })).toBe(desk);
  expect(written(caption, { of: 'all', upTo: 3, except: ['b'] })).toBe(desk);
  expect(written(caption, { of: 'query', query: { drafted: true } })).toBe(desk);
});
