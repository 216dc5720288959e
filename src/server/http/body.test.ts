import { boundedBytes, jsonBody } from './body';
import { assignmentChange } from './shapes/assignments';
import { writing } from './shapes/drafts';
import { newTemplate } from './shapes/templates';

const sent = (value: unknown) =>
  new Request('http://x.test/', {
    method: 'POST',
    body: typeof value === 'string' ? value : JSON.stringify(value),
  });
const id = '2f1b1f0e-6d6e-4b8e-9d5b-0a4f3b2c1d00';

test('what fits its schema comes through unchanged', async () => {
  const text = { name: 'N', kind: 'standing', entries: [{ field: 'city', rule: 'fill', texts: ['Havnes'] }] };
  expect(await jsonBody(sent(text), newTemplate)).toEqual(text);
  expect(await jsonBody(sent({ publishedOn: null }), assignmentChange)).toEqual({ publishedOn: null });
  for (const one of [
    { kind: 'caption', text: 'x' },
    { kind: 'set', field: 'city', value: null },
    { kind: 'add-keywords', terms: ['a'] },
    { kind: 'discard' },
  ]) {
    expect(await jsonBody(sent({ scope: { of: 'these', ids: [id] }, writing: one }), writing)).toEqual({
      scope: { of: 'these', ids: [id] },
      writing: one,
    });
  }
});

test.each<[string, unknown]>([
  ['no JSON', '{'],
  ['nothing', ''],
  [
    'an unknown field',
    { name: 'N', kind: 'standing', entries: [{ field: 'shoeSize', rule: 'fill', texts: [] }] },
  ],
  [
    'an unknown rule',
    { name: 'N', kind: 'standing', entries: [{ field: 'city', rule: 'dance', texts: [] }] },
  ],
  ['something more', { name: 'N', kind: 'standing', entries: [], more: 1 }],
])('%s is refused in words', async (_, value) => {
  await expect(jsonBody(sent(value), newTemplate)).rejects.toThrow('not understood');
});

test.each([
  ['an id that is none', { scope: { of: 'these', ids: ['1'] }, writing: { kind: 'discard' } }],
  ['a scope without ids', { scope: { of: 'these' }, writing: { kind: 'discard' } }],
  ['a scope that nobody knows', { scope: { of: 'every' }, writing: { kind: 'discard' } }],
  ['a query that asks for nothing', { scope: { of: 'query', query: {} }, writing: { kind: 'discard' } }],
  ['an unknown act', { scope: { of: 'these', ids: [id] }, writing: { kind: 'burn' } }],
  [
    'a value of a wrong kind',
    { scope: { of: 'these', ids: [id] }, writing: { kind: 'set', field: 'city', value: { a: 1 } } },
  ],
])('%s is refused', async (_, value) => {
  await expect(jsonBody(sent(value), writing)).rejects.toThrow('not understood');
});

// A caption of 33,500 characters was refused with "must have required property 'field'".
test.each([
  [{ kind: 'caption', text: 'w'.repeat(32_001) }, 'At most 32,000 characters'],
  [{ kind: 'set', field: 'headline', value: 'w'.repeat(32_001) }, 'At most 32,000 characters'],
  [{ kind: 'add-keywords', terms: ['w'.repeat(2001)] }, 'At most 2,000 characters'],
  [{ kind: 'add-keywords', terms: Array(2001).fill('w') }, 'At most 2,000 entries'],
])('what is too long says how long it may be', async (act, words) => {
  await expect(jsonBody(sent({ scope: { of: 'all' }, writing: act }), writing)).rejects.toThrow(words);
});

test('a name without end says how long it may be', async () => {
  const endless = { name: 'N'.repeat(500), kind: 'standing', entries: [] };
  await expect(jsonBody(sent(endless), newTemplate)).rejects.toThrow('characters');
});

test('a body that does not end is not read to its end', async () => {
  let given = 0;
  const endless = new ReadableStream<Uint8Array>({
    pull(controller) {
      given += 1 << 16;
      controller.enqueue(new Uint8Array(1 << 16).fill(32));
    },
  });
  const request = new Request('http://x.test/', {
    method: 'POST',
    body: endless,
    duplex: 'half',
  } as RequestInit);
  await expect(jsonBody(request, newTemplate)).rejects.toThrow('too large');
  expect(given).toBeLessThan(8 * 1024 * 1024);
});

// 200 stalled bodies kept others out for over a minute.
test('a body that pauses too long is cancelled and answered with 408', async () => {
  let isCancelled = false;
  const still = new ReadableStream<Uint8Array>({
    start: (controller) => controller.enqueue(new Uint8Array(3)),
    cancel: () => {
      isCancelled = true;
    },
  });
  const request = new Request('http://x.test/', {
    method: 'POST',
    body: still,
    duplex: 'half',
  } as RequestInit);
  await expect(boundedBytes(request, 100, 20)).rejects.toMatchObject({ status: 408 });
  expect(isCancelled).toBe(true);
});
