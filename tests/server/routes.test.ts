import { readdirSync } from 'node:fs';
import path from 'node:path';
import { config } from '@/server/config';
import { openTestServer, root, type TestServer } from './testServer';

/*
 * Every route of the API, found in its folder: what nobody can mean is answered with 4xx and words, never with
 * 500. A new route is under test as soon as its file is there.
 */
const api = path.join(root, 'src/app/api');
const routes = readdirSync(api, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.name === 'route.ts')
  .map((entry) => path.relative(api, entry.parentPath));
const methods = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
type Handler = (request: Request, route: { params: Promise<unknown> }) => Promise<Response>;

let server: TestServer;
let cases: { name: string; handler: Handler; method: string; hasId: boolean }[] = [];
beforeAll(async () => {
  server = await openTestServer();
  for (const route of routes) {
    const handlers = (await import(path.join(api, route, 'route.ts'))) as Record<string, Handler>;
    for (const method of methods)
      if (handlers[method])
        cases.push({
          name: `${method} /api/${route}`,
          handler: handlers[method],
          method,
          hasId: route.includes('[id]'),
        });
  }
  // It never ends by itself.
  cases = cases.filter((one) => one.name !== 'GET /api/changes');
});
afterAll(() => server.end());

const send = ({ handler, method, name }: (typeof cases)[number], id: string, body?: string, query = '') => {
  const address = config().address;
  const url = `${address}${name.slice(name.indexOf('/')).replace('[id]', encodeURIComponent(id.replace(/[\ud800-\udfff]/g, 'x')))}${query}`;
  const request = new Request(url, {
    method,
    headers: { host: new URL(address).host, origin: address, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body }),
  });
  return handler(request, { params: Promise.resolve(name.includes('[id]') ? { id } : undefined) });
};
const unknown = '00000000-0000-4000-8000-000000000000';

test('there are routes, and all of them are looked at', () => {
  expect(routes.length).toBeGreaterThan(40);
  expect(cases.length).toBeGreaterThanOrEqual(routes.length - 1);
});

test.each([
  ['no id', 'a'],
  ['an id with NUL', `${unknown.slice(0, -1)}\0`],
  ['an id that climbs', '../../etc/passwd'],
  ['a lone surrogate', '\ud800'],
  ['a very long id', 'f'.repeat(50_000)],
])('%s is 404 on every route', async (_, id) => {
  const answers = await Promise.all(
    cases.filter((one) => one.hasId).map(async (one) => [one.name, (await send(one, id)).status]),
  );
  expect(answers.filter(([, status]) => status !== 404)).toEqual([]);
});

test('what needs nothing is answered', async () => {
  const plain = cases.filter(({ hasId, method }) => !hasId && method === 'GET');
  const answers = await Promise.all(plain.map(async (one) => [one.name, (await send(one, '')).status]));
  expect(answers.length).toBeGreaterThan(10);
  expect(answers.filter(([, status]) => status !== 200 && status !== 404 && status !== 422)).toEqual([]);
});

test('no answer in JSON is kept by a cache', async () => {
  const answers = await Promise.all(
    cases.map(
      async (one) => [one.name, await send(one, unknown, one.method === 'GET' ? undefined : '{')] as const,
    ),
  );
  const json = answers.filter(([, answer]) => answer.headers.get('content-type')?.includes('json'));
  expect(json.length).toBeGreaterThan(60);
  expect(
    json.filter(([, answer]) => answer.headers.get('cache-control') !== 'no-store').map(([name]) => name),
  ).toEqual([]);
});

test('an id that nothing has is 4xx with words, or an empty answer', async () => {
  const wrong: unknown[] = [];
  for (const one of cases.filter(({ hasId, method }) => hasId && method === 'GET')) {
    const answer = await send(one, unknown);
    const text = await answer.text();
    if (answer.status >= 500) wrong.push([one.name, answer.status]);
    if (answer.status >= 400 && !/"message":"[A-Z]/.test(text)) wrong.push([one.name, text]);
  }
  expect(wrong).toEqual([]);
});

test.each([
  ['no JSON', '{'],
  ['an empty object', '{}'],
  ['a list', '[]'],
  ['null', 'null'],
  ['a number', '1e999'],
  ['unknown members', '{"photoIds":["x"],"__proto__":{"a":1},"path":"\\u0000","name":"\\ud800"}'],
])('%s as a body is never 500', async (_, body) => {
  const wrong: unknown[] = [];
  for (const one of cases.filter(({ method }) => method !== 'GET')) {
    const answer = await send(one, unknown, body);
    if (answer.status >= 500) wrong.push([one.name, answer.status, await answer.text()]);
  }
  expect(wrong).toEqual([]);
});

test.each(['?since=x&side=-1&path=%00&from=-1&most=1e9&as=pdf', '?unknown=1'])(
  'a query that is not understood is never 500: %s',
  async (query) => {
    const wrong: unknown[] = [];
    for (const one of cases.filter(({ method }) => method === 'GET')) {
      const answer = await send(one, unknown, undefined, query);
      if (answer.status >= 500) wrong.push([one.name, answer.status, await answer.text()]);
    }
    expect(wrong).toEqual([]);
  },
);
