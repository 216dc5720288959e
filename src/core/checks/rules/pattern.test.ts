import fc from 'fast-check';
import { matchesPattern } from './pattern';

test.each([
  ['kt26-0401', 'KT##-####', true],
  ['kt26-040', 'KT##-####', false],
  ['', '', true],
  ['', '*', true],
  ['a', '', false],
  ['The launch of the ketch', '*launch*', true],
  ['abc', 'a?c', true],
  ['abbc', 'a?c', false],
  ['aXbXc', 'a*b*c', true],
  ['aXbXc', 'a*b*d', false],
  ['🚣', '?', true],
  ['a.c', 'a.c', true],
  ['abc', 'a.c', false],
])('%p is like %p: %p', (text, pattern, expected) => {
  expect(matchesPattern(text, pattern)).toBe(expected);
});

const signs = fc.string({ unit: fc.constantFrom('a', 'b', '1'), maxLength: 12 });

test('it answers as the regular expression that it stands for', () => {
  fc.assert(
    fc.property(
      signs,
      fc.string({ unit: fc.constantFrom('a', 'b', '*', '?', '#'), maxLength: 6 }),
      (text, pattern) => {
        const form = pattern.replaceAll('*', '.*').replaceAll('?', '.').replaceAll('#', '\\d');
        expect(matchesPattern(text, pattern)).toBe(new RegExp(`^${form}$`).test(text));
      },
    ),
  );
});

test('a pattern of many stars over a long text is counted in steps, not in powers', () => {
  expect(matchesPattern('a'.repeat(20_000), `${'*a'.repeat(99)}*b`)).toBe(false);
});
