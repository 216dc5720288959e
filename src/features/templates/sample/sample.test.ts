import type { Entry, Template } from '@/core/templates/template';
import { builtInSample, sampleOf } from './sample';

const picture = builtInSample('2026-11-25');
const template = (id: string, entries: readonly Entry[]): Template => ({
  id,
  name: id,
  kind: 'standing',
  version: 1,
  entries,
});
const entry = (field: Entry['field'], text: string, rule: Entry['rule'] = 'overwrite'): Entry => ({
  field,
  rule,
  texts: [text],
});
const alone = (...entries: Entry[]) => {
  const one = template('mine', entries);
  return sampleOf({ template: one, together: [one] }, picture);
};

test('each line tells its result and what happened', () => {
  const { lines } = alone(
    entry('copyrightNotice', '© {{ year taken }} Aune Pell'),
    entry('webStatement', 'www.tarn.example'),
    entry('headline', '{{ venue }}'),
    entry('contactEmail', 'desk@tarn.example'),
    entry('description', 'Aune Pell', 'after'),
  );
  const shown = Object.fromEntries(
    [...lines].map(([id, line]) => [id, [line.value, line.note, line.attention]]),
  );
  expect(shown).toEqual({
    copyrightNotice: ['© 2025 Aune Pell', 'sign ✓ owner ✓ year ✓', false],
    webStatement: ['www.tarn.example', 'no licence link: needs a whole https:// address', true],
    headline: [null, 'left out: no venue', true],
    contactEmail: ['desk@tarn.example', 'public in every copy', false],
    description: ['The last evening of the year.\nAune Pell', 'was “The last evening of the yea…”', false],
  });
});

test('what IIM would cut is told before it is written (IIM 4.2: Credit 32 octets)', () => {
  const line = alone(entry('creditLine', 'å'.repeat(20))).lines.get('creditLine')!;
  expect(line).toMatchObject({ gauge: { bytes: 40, max: 32 }, kept: 'å'.repeat(16), attention: true });
});

test('where another template decides, its name is told', () => {
  const mine = template('mine', [entry('usageTerms', 'No use.'), entry('city', 'Havnes', 'fill')]);
  const client = template('client', [entry('usageTerms', 'Press use.'), entry('city', 'Pellvik')]);
  const { lines } = sampleOf({ template: mine, together: [mine, client] }, picture);
  expect(lines.get('usageTerms')).toMatchObject({
    value: 'Press use.',
    note: '“client” wins',
    attention: true,
  });
  const behind = sampleOf({ template: mine, together: [client, mine] }, picture);
  expect(behind.lines.get('city')).toMatchObject({ value: 'Pellvik', note: 'already there, kept' });
});

test('as people see it: byline and licence link of what comes out', () => {
  const seen = alone(
    entry('creator', 'Aune Pell'),
    entry('creditLine', 'Tarn & Tide'),
    entry('webStatement', 'https://tarn.example/rights'),
  );
  expect(seen).toMatchObject({
    byline: 'Aune Pell / Tarn & Tide',
    licenceLink: 'https://tarn.example/rights',
  });
});
