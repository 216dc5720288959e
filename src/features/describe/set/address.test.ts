import type { ListedValues } from '@/server/operations/photos/listValues';
import { inOrder, orderCode, orderFrom } from './order';
import { canShow, showCode, showFrom, shownOf, showWords } from './show';
import { valuesRow } from './testValues';
import { type PhotoView, viewOf } from './view';

const view = (id: string, more: Partial<Parameters<typeof viewOf>[0]> = {}): PhotoView =>
  viewOf({
    id,
    name: `${id}.jpg`,
    place: 1,
    revision: '1',
    strip: 'ssssssss',
    notice: '',
    caption: '',
    ...more,
  });
const values = new Map<string, ListedValues>([
  ['a', valuesRow('a', { city: 'Havnes', keywords: ['ketch', 'Launch'] })],
  ['b', valuesRow('b', {}, { broken: ['city'] })],
  ['c', valuesRow('c', { city: 'Åsgård' }, { drafted: ['city'] })],
]);

test.each([
  '',
  'lacks.caption',
  'state.draft',
  'state.unwritable',
  'empty.city',
  'differs.description',
  'holds.city.Hav.nes',
  'has.keywords.fishing boat',
  'gathering.6a1c1c1e-0d0b-4b3a-9a51-0f2f7a2f1c01',
  'found.words=ketch&where=City+is+St.+Nord',
])('a filter stands in the address and is read again: “%s”', (code) => {
  expect(showCode(showFrom(code))).toBe(code);
});

test.each(['nonsense', 'lacks.', 'lacks.nothing', 'state.toString', 'empty.__proto__', 'gathering.'])(
  'an address that says nothing known shows all: “%s”',
  (code) => expect(showFrom(code)).toEqual({ of: 'all' }),
);

test.each(['', '-place', 'taken', '-name', 'city', '-city'])('an order is read again: “%s”', (code) => {
  expect(orderCode(orderFrom(code))).toBe(code);
});

test.each([
  ['lacks.caption', ['b']],
  ['state.draft', ['a']],
  ['state.gone', ['c']],
  ['state.changed', ['b']],
  ['empty.city', ['b']],
  ['differs.city', ['b']],
  ['holds.city.HAV', ['a']],
  ['holds.keywords.launch', ['a']],
  ['has.keywords.LAUNCH', ['a']],
  ['has.keywords.laun', []],
])('%s shows %j', (code, ids) => {
  const views = [
    view('a', { drafted: true }),
    view('b', { strip: 'ssssfsss', isChanged: true }),
    view('c', { isGone: true }),
  ];
  const shown = shownOf(views, showFrom(code), { values, gathered: undefined });
  expect(shown.map((one) => one.id)).toEqual(ids);
});

test('while what a filter asks for is not known, it shows nothing rather than everything', () => {
  const show = showFrom('empty.city');
  const unknown = { values: undefined, gathered: undefined };
  expect(shownOf([view('a')], show, unknown)).toEqual([]);
  expect(canShow(show, unknown)).toBe(false);
  expect(canShow(showFrom('found.words=ketch'), { ...unknown, gathered: new Set() })).toBe(true);
  expect(showWords(show)).toBe('no City');
});

test.each([
  ['name', ['k2', 'k10', 'z']],
  ['-name', ['z', 'k10', 'k2']],
  ['taken', ['k10', 'k2', 'z']],
  ['-taken', ['k2', 'k10', 'z']],
])('in the order of %s; those without stand last', (code, ids) => {
  const views = [view('k10', { taken: '2026-03-01' }), view('k2', { taken: '2026-03-02' }), view('z')];
  expect(inOrder(views, orderFrom(code), undefined).map((one) => one.id)).toEqual(ids);
});

test('in the order of a field, and what asks for attention first', () => {
  const views = [view('b', { strip: 'sssssssb' }), view('c', { drafted: true }), view('a', { isGone: true })];
  // Å is behind H, or before it, by the locale; what has no value is last.
  const ids = inOrder(views, orderFrom('city'), values).map((one) => one.id);
  expect(ids.at(-1)).toBe('b');
  expect(inOrder(views, orderFrom('state'), values).map((one) => one.id)).toEqual(['a', 'b', 'c']);
});

// 100000 was between 10001 and 10000.
test('very many names stand in the order of a few: numbers by their size, capitals with small letters', () => {
  const names = ['yard-9', 'Yard-10', 'yard-100', 'yard-11', 'a-2', 'B-1'];
  const few = names.map((name, at) => view(name, { name, place: at + 1 }));
  const many = Array.from({ length: 20_001 }, (_, at) => view(`z${at}`, { place: at + 10 }));
  const order = (views: readonly PhotoView[]) =>
    inOrder(views, orderFrom('name'), undefined)
      .filter(({ name }) => names.includes(name))
      .map((one) => one.name);
  expect(order(few)).toEqual(['a-2', 'B-1', 'yard-9', 'Yard-10', 'yard-11', 'yard-100']);
  expect(order([...few, ...many])).toEqual(order(few));
});
