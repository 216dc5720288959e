import { FILL_IN } from '@/core/templates/placeholders';
import { compileTemplates } from '@/core/templates/resolve';
import type { Entry, Template } from '@/core/templates/template';
import { callOuts, type Incoming, missingIn } from './callOuts';

const context = { fileName: 'a.jpg', today: '2026-11-25', facts: { client: 'Boat Trust' } };
const incoming = (inForce: Template[]): Incoming[] =>
  ['2025-12-30', '2026-01-02', '2026-01-03'].map((dateCreated) => {
    const values = { dateCreated };
    return { values, missing: missingIn(compileTemplates(inForce), values, context) };
  });
const template = (entries: Entry[], more: Partial<Template> = {}): Template => ({
  id: 't',
  name: 'T',
  kind: 'standing',
  version: 1,
  entries,
  ...more,
});
const entry = (field: Entry['field'], text: string): Entry => ({ field, rule: 'overwrite', texts: [text] });
const callOutsOf = (inForce: Template[], inForceIn: Record<string, string[]> = {}) =>
  callOuts({ inForce, incoming: incoming(inForce), inForceIn, assignment: 'Relaunch' });

test('a sound template of this job calls nothing out', () => {
  expect(callOutsOf([template([entry('headline', 'For {{ client }}')])], { t: ['Relaunch'] })).toEqual([]);
});

test.each<[string, Template[], Record<string, string[]>, string, boolean]>([
  ['none in force', [], {}, 'No template is in force', false],
  ['empty', [template([])], {}, 'is empty', false],
  ['unfilled', [template([entry('creator', `{{ ${FILL_IN} : name }}`)])], {}, 'Creator', true],
  [
    'given a form that no date has',
    [template([entry('headline', 'On {{ date taken : qqq }}')])],
    {},
    'Expected: the letters of a date',
    true,
  ],
  [
    'of another job',
    [template([entry('city', 'Havnes')], { kind: 'job' })],
    { t: ['Relaunch', 'Regatta'] },
    'also in force in Regatta',
    false,
  ],
  [
    'of another year',
    [template([entry('copyrightNotice', '© 2025 Aune Pell')])],
    {},
    '2 of 3 pictures were taken in another year',
    false,
  ],
  [
    'without a fact',
    [template([entry('headline', 'At {{ venue }}')])],
    {},
    'Headline left empty: “venue” is not known in 3 of 3',
    false,
  ],
])('a template that is %s', (_, inForce, inForceIn, words, stops) => {
  const [first] = callOutsOf(inForce, inForceIn);
  expect(first!.words).toContain(words);
  expect(first!.severity).toBe(stops ? 'must' : 'should');
});

test('names and folders by a pattern that cannot be used stop the run before it begins', () => {
  const pattern = { name: '{{ running number : many }}', folder: '{{ year taken' };
  const found = callOuts({ inForce: [], incoming: [], inForceIn: {}, assignment: 'Relaunch', pattern });
  expect(found.map(({ words, severity }) => [words.slice(0, 40), severity])).toEqual([
    ['Names: A placeholder is given a form tha', 'must'],
    ['Folders: A placeholder is not closed wit', 'must'],
    ['No template is in force: the pictures co', 'should'],
  ]);
});
