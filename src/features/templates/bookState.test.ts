import { type Book, emptyBook, entriesOf, linesByQuestion, openBook, typeIn, withRule } from './bookState';

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
    entries: { keywords: { rule: 'remove', typed: 'a, b' }, city: { rule: 'fill', typed: '{{ yard }}' } },
  };
  expect(openBook({ name: 'N', kind: 'job', entries: entriesOf(book) })).toEqual(book);
});

test('entries are shown at every level, other fields by need', () => {
  const lines = (book: Book, need: 'few' | 'all') =>
    linesByQuestion(book, need).flatMap((group) => group.lines);
  expect(lines(emptyBook, 'few')).not.toContain('source');
  expect(lines(typeIn(emptyBook, 'source', 'x'), 'few')).toContain('source');
  expect(lines(emptyBook, 'all').length).toBeGreaterThan(lines(emptyBook, 'few').length);
});
