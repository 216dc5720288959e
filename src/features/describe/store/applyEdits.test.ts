import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { valuesRow } from '../set/testValues';
import { viewOf } from '../set/view';
import { applyToRows, applyToViews, editsAfter } from './applyEdits';
import type { Edit } from './edit';

const viewsOf = (ids: readonly string[]) =>
  ids.map((id, at) =>
    viewOf({ id, name: id, place: at + 1, revision: '1', strip: 'ssssffss', notice: '', caption: '' }),
  );
const edit = (scope: Scope, writing: Writing): Edit => ({ key: 'k', at: 1, scope, writing });

test('a caption stands on the pictures that are meant, and on no other', () => {
  const before = viewsOf(['a', 'b', 'c']);
  const views = applyToViews(before, [
    edit({ of: 'all', except: ['b'], upTo: 2 }, { kind: 'caption', text: 'A launch.' }),
  ]);
  expect(views.map((view) => view.caption)).toEqual(['A launch.', '', '']);
  expect(views[0]).toMatchObject({ drafted: true, state: { words: 'draft' } });
  expect(views[0]!.strip.caption).toBe('outlined');
  expect(views[1]).toBe(before[1]);
});

test('a cell is a draft at once, and settles what disagreed there; an emptied one is empty', () => {
  const views = viewsOf(['a', 'b']);
  const rows = new Map(['a', 'b'].map((id) => [id, valuesRow(id, { city: 'Havnes' }, { broken: ['city'] })]));
  const cells: Writing = { kind: 'cells', rows: [{ id: 'a', values: { city: null, headline: 'New' } }] };
  const shown = applyToRows(rows, [edit({ of: 'these', ids: ['a'] }, cells)], views);
  expect(shown.get('a')).toEqual({
    ...valuesRow('a', {}),
    values: { headline: 'New' },
    drafted: ['city', 'headline'],
    broken: [],
  });
  expect(shown.get('b')).toBe(rows.get('b'));
});

test('what depends on what stands there is left to the server', () => {
  const views = viewsOf(['a']);
  const edits = [
    edit({ of: 'these', ids: ['a'] }, { kind: 'add-keywords', terms: ['ketch'] }),
    edit({ of: 'query', query: { drafted: true } }, { kind: 'set', field: 'city', value: 'Oslo' }),
  ];
  expect(applyToViews(views, edits)).toBe(views);
  const rows = new Map([['a', valuesRow('a', {})]]);
  expect(applyToRows(rows, edits, views)).toBe(rows);
});

test('an undo shows what was there before the act, by picture: others may have come between', () => {
  const before = viewsOf(['a', 'b']);
  const scope: Scope = { of: 'all' };
  const after = applyToViews(before, [edit(scope, { kind: 'caption', text: 'New' })]);
  const restores = { scope, views: before, rows: undefined };
  const undo: Edit = { key: 'u', at: 2, undone: true, writingId: 'w', restores };
  const added = { ...after[0]!, id: 'new', caption: 'Other' };
  expect(applyToViews([added, ...after], [undo]).map((view) => view.caption)).toEqual(['Other', '', '']);
  expect(applyToViews(after, [{ ...undo, restores: undefined } as unknown as Edit])).toBe(after);
});

test('pictures with the same strip have one strip afterwards too', () => {
  const views = applyToViews(viewsOf(['a', 'b']), [
    edit({ of: 'all' }, { kind: 'caption', text: 'A launch.' }),
    edit({ of: 'all' }, { kind: 'set', field: 'rating', value: '3' }),
  ]);
  expect(views[0]!.strip).toBe(views[1]!.strip);
  expect(views[0]).toMatchObject({ rating: '3', caption: 'A launch.', drafted: true });
});

test('edits are applied to what was read without their transaction, and refused ones to nothing', () => {
  const answered = (transaction: string): Edit => ({
    ...edit({ of: 'all' }, { kind: 'caption', text: transaction }),
    transaction,
  });
  const waiting = edit({ of: 'all' }, { kind: 'caption', text: 'waiting' });
  const refused = { ...waiting, refusal: { message: 'no', code: undefined } };
  const edits = [answered('100'), answered('102'), waiting, refused];
  expect(editsAfter(edits, '102:103:102')).toEqual([answered('102'), waiting]);
  expect(editsAfter(edits, undefined)).toEqual([answered('100'), answered('102'), waiting]);
});
