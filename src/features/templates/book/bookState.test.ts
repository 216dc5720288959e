import fc from 'fast-check';
import { type FieldId, isList, writtenFieldIds } from '@/core/catalogue/fields';
import { starters } from '@/core/templates/starters';
import type { Need } from '../../fields/useShownFields';
import {
  type Book,
  emptyBook,
  entriesOf,
  linesByQuestion,
  openBook,
  putEntries,
  putStructures,
  typeIn,
  withRule,
} from './bookState';

test('typing in a line makes an entry with the usual rule, emptying it takes the entry away', () => {
  const typed = typeIn(
    typeIn(typeIn(emptyBook, 'creator', 'Aune Pell; Pell, Jr'), 'keywords', 'ketch, sail'),
    'description',
    'A / B',
  );
  expect(entriesOf(typed)).toEqual([
    { field: 'creator', rule: 'overwrite', texts: ['Aune Pell', 'Pell, Jr'] },
    { field: 'keywords', rule: 'add', texts: ['ketch', 'sail'] },
    { field: 'description', rule: 'after', texts: ['A / B'] },
  ]);
  expect(entriesOf(typeIn(typed, 'creator', ''))).toHaveLength(2);
});

test('erase is an entry of its own and ends when something is typed', () => {
  const erased = withRule(emptyBook, 'contactAddress', 'erase');
  expect(entriesOf(erased)).toEqual([{ field: 'contactAddress', rule: 'erase', texts: [] }]);
  expect(entriesOf(typeIn(erased, 'contactAddress', 'Brygga 4'))).toEqual([
    { field: 'contactAddress', rule: 'overwrite', texts: ['Brygga 4'] },
  ]);
});

test('a template opens and closes unchanged', () => {
  const book: Book = {
    name: 'N',
    kind: 'job',
    entries: {
      keywords: { rule: 'remove', typed: 'a, b' },
      city: { rule: 'fill', typed: '{{ yard }}' },
      licensor: { rule: 'add', typed: '', structures: [{ name: 'Tarn & Tide' }] },
    },
  };
  const again = openBook({ name: 'N', kind: 'job', entries: entriesOf(book) });
  expect(again).toMatchObject(book);
  expect(entriesOf(again)).toEqual(entriesOf(book));
});

test.each(starters.map((one) => [one.name, one] as const))(
  'the starter “%s” opens and closes unchanged',
  (_, one) => {
    const byField = (a: { field: string }, b: { field: string }) => a.field.localeCompare(b.field);
    expect([...entriesOf(openBook(one))].sort(byField)).toEqual([...one.entries].sort(byField));
  },
);

// A comma inside a placeholder's fallback once cut the placeholder in two.
test('a list never parts inside a placeholder or a phrase', () => {
  const typed = 'ketch, {{ event ? launch, relaunch }}, {[at {{ yard }}, Havnes]}';
  expect(entriesOf(typeIn(emptyBook, 'keywords', typed))[0]!.texts).toEqual([
    'ketch',
    '{{ event ? launch, relaunch }}',
    '{[at {{ yard }}, Havnes]}',
  ]);
});

test('an item without members is none', () => {
  const book = putStructures(emptyBook, 'licensor', [{}, { name: 'Tarn & Tide' }]);
  expect(entriesOf(book)[0]!.structures).toEqual([{ name: 'Tarn & Tide' }]);
  expect(entriesOf(putStructures(book, 'licensor', [{}]))).toEqual([]);
  expect(entriesOf(putStructures(book, 'licensor', []))).toEqual([]);
});

test('made entries take the place of what stood in their fields', () => {
  const book = putEntries(typeIn(typeIn(emptyBook, 'city', 'A'), 'country', 'B'), [
    { field: 'city', rule: 'fill', texts: ['C'] },
  ]);
  expect(entriesOf(book).map((one) => one.texts[0])).toEqual(['C', 'B']);
});

const none = new Set<never>();
const lines = (book: Book, need: Need, own = none as ReadonlySet<'source'>) =>
  linesByQuestion(book, need, none, own).flatMap((group) => group.lines);

test('entries are shown at every level, other fields by need or by one’s own choice', () => {
  expect(lines(emptyBook, 'few')).not.toContain('source');
  expect(lines(typeIn(emptyBook, 'source', 'x'), 'few')).toContain('source');
  expect(lines(emptyBook, 'own', new Set(['source'] as const))).toEqual(['source']);
  expect(lines(emptyBook, 'all')).toHaveLength(writtenFieldIds.length);
});

test('every field stands somewhere: as a line or as a possible word', () => {
  const all = linesByQuestion(emptyBook, 'few', none, none).flatMap((one) => [...one.lines, ...one.possible]);
  expect([...all].sort()).toEqual([...writtenFieldIds].sort());
});

// "Studio A; B" once became two creators when the page was opened and saved.
test('what is opened and saved untouched is the same template, whatever its texts hold', () => {
  const text = fc.string({
    unit: fc.constantFrom('a', 'B', ';', ',', '"', ' ', '\n', '{{ x }}', '{[', ']}', '船'),
    minLength: 1,
    maxLength: 12,
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(
        fc.constantFrom('creator', 'keywords', 'headline', 'description', 'personShown' as const),
        {
          maxLength: 4,
        },
      ),
      fc.array(text, { minLength: 1, maxLength: 4 }),
      (fields, texts) => {
        const entries = fields.map((id) => ({
          field: id as FieldId,
          rule: 'overwrite' as const,
          texts: isList(id as FieldId) ? texts : texts.slice(0, 1),
        }));
        const byField = (a: { field: string }, b: { field: string }) => a.field.localeCompare(b.field);
        const saved = entriesOf(openBook({ name: 'N', kind: 'job', entries }));
        expect([...saved].sort(byField)).toEqual([...entries].sort(byField));
      },
    ),
  );
});

test('an item that holds a separator stands in quotes, so that typing beside it leaves it whole', () => {
  const book = openBook({
    name: 'N',
    kind: 'job',
    entries: [
      { field: 'creator', rule: 'overwrite', texts: ['Studio A; B', 'Pell, Jr', '"Q"'] },
      { field: 'keywords', rule: 'add', texts: ['boat, old', 'sail'] },
    ],
  });
  expect(book.entries.creator?.typed).toBe('"Studio A; B"; Pell, Jr; """Q"""');
  const typed = typeIn(book, 'creator', `${book.entries.creator!.typed}; Marr`);
  expect(entriesOf(typed)[0]?.texts).toEqual(['Studio A; B', 'Pell, Jr', '"Q"', 'Marr']);
  const more = typeIn(book, 'keywords', `${book.entries.keywords!.typed}, mast`);
  expect(entriesOf(more)[1]?.texts).toEqual(['boat, old', 'sail', 'mast']);
});
