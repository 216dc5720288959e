import { readdirSync } from 'node:fs';
import path from 'node:path';
import { config } from '@/server/config';
import { assignmentWith, openTestServer, root, smallJpeg, type TestServer } from './testServer';

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

/** The schemas that a route asks its body by, noted while it is asked. */
const noted: object[] = [];
jest.mock('@/server/http/body', () => {
  const real = jest.requireActual<typeof import('@/server/http/body')>('@/server/http/body');
  const jsonBody: typeof real.jsonBody = (request, validate) => {
    noted.push(validate.schema as object);
    return real.jsonBody(request, validate);
  };
  return { ...real, jsonBody };
});

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

test('an unknown query is refused on every route, before anything is done', async () => {
  const answers = await Promise.all(
    cases.map(async (one) => [one.name, (await send(one, unknown, undefined, '?nothing=1')).status]),
  );
  expect(answers.filter(([, status]) => status !== 422)).toEqual([]);
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

/*
 * Bodies that fit the schema of their route, made from it, with values that nobody means. The schema is the route's own: a
 * new one is under test without a word here.
 */
const hostileTexts = [
  '\0',
  '\ud800',
  '2026-13-45',
  '9999999999-01-01',
  unknown,
  'x'.repeat(3000),
  '{{ [',
  ' ',
  '../..',
  '-1',
];

test.each([...hostileTexts.keys()])(
  'a body of the right shape with hostile values (%#) is never 500',
  async (turn) => {
    const wrong: unknown[] = [];
    let asked = 0;
    let fitting = 0;
    // Of an assignment that is there, so that what is asked goes as far as it can.
    const here = (await assignmentWith(server, { 'kt26-1.jpg': await smallJpeg(1) })).id;
    for (const one of cases.filter(({ method }) => method !== 'GET')) {
      noted.length = 0;
      const id = one.name.includes('/assignments/') ? here : unknown;
      await send(one, id, '{}');
      const [shape] = noted;
      if (!shape) continue;
      for (const body of bodiesOf(shape, hostileTexts[turn]!)) {
        asked++;
        const answer = await send(one, id, JSON.stringify(body));
        const text = await answer.text();
        if (answer.status !== 400) fitting++;
        if (answer.status >= 500) wrong.push([one.name, JSON.stringify(body).slice(0, 300), text]);
        if (answer.status >= 400 && !/"message":"[A-Z“]/.test(text)) wrong.push([one.name, text]);
      }
    }
    expect(asked).toBeGreaterThan(100);
    // Some values fit no schema; many must come through to what is behind it.
    expect(fitting).toBeGreaterThan(asked / 3);
    expect(wrong).toEqual([]);
  },
);

interface Shape {
  readonly type?: string | readonly string[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
  readonly items?: Shape;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly format?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly additionalProperties?: Shape | boolean;
  readonly propertyNames?: Shape;
  readonly minItems?: number;
}

/** One body for each branch of the schema, with all members and with those alone that are required. */
function bodiesOf(shape: Shape, text: string): unknown[] {
  const branches = shape.anyOf ?? shape.oneOf ?? [shape];
  const byMember = Object.entries(shape.properties ?? {}).flatMap(([name, member]) =>
    (member.anyOf ?? member.oneOf ?? []).map((branch) => ({
      ...shape,
      properties: { ...shape.properties, [name]: branch },
    })),
  );
  return [...branches, ...byMember].flatMap((one) =>
    [true, false].map((all) => madeOf({ ...shape, anyOf: undefined, oneOf: undefined, ...one }, text, all)),
  );
}

function madeOf(shape: Shape, text: string, all: boolean): unknown {
  if ('const' in shape) return shape.const;
  if (shape.enum) return shape.enum.at(all ? -1 : 0);
  const branch = shape.anyOf?.[0] ?? shape.oneOf?.[0];
  if (branch) return madeOf({ ...shape, anyOf: undefined, oneOf: undefined, ...branch } as Shape, text, all);
  const type = Array.isArray(shape.type) ? shape.type[0] : (shape.type as string | undefined);
  switch (type) {
    case 'string':
      return shape.format === 'uuid' ? unknown : text;
    case 'integer':
    case 'number':
      return all ? (shape.maximum ?? 2 ** 53) : (shape.minimum ?? -1);
    case 'boolean':
      return all;
    case 'array':
      return shape.items && (all || shape.minItems)
        ? [madeOf(shape.items, text, all), madeOf(shape.items, text, all)]
        : [];
    case 'null':
      return null;
    default: {
      const names = Object.keys(shape.properties ?? {}).filter(
        (name) => all || shape.required?.includes(name),
      );
      const more =
        typeof shape.additionalProperties === 'object' && all
          ? {
              [String(shape.propertyNames?.enum?.[0] ?? text)]: madeOf(shape.additionalProperties, text, all),
            }
          : {};
      return {
        ...Object.fromEntries(names.map((name) => [name, madeOf(shape.properties![name]!, text, all)])),
        ...more,
      };
    }
  }
}

// About sixty HEAD requests occupied all streams until a restart.
test('HEAD on the change stream takes none of the streams', async () => {
  const { HEAD } = await import('@/app/api/changes/route');
  const { enter } = await import('@/server/http/underWay');
  const address = config().address;
  const asked = () => new Request(`${address}/api/changes`, { headers: { host: new URL(address).host } });
  for (let n = 0; n < 200; n++)
    expect((await HEAD(asked(), { params: Promise.resolve({}) })).status).toBe(200);
  const leave = enter('streams');
  leave();
});

test('a preview of a template with a structure of unsound members is refused, never 500', async () => {
  const { POST } = await import('@/app/api/templates/preview/route');
  const address = config().address;
  const asked = (structures: unknown) =>
    new Request(`${address}/api/templates/preview`, {
      method: 'POST',
      headers: { host: new URL(address).host, origin: address, 'content-type': 'application/json' },
      body: JSON.stringify({ entries: [{ field: 'licensor', rule: 'overwrite', texts: [], structures }] }),
    });
  for (const structures of [[{ x: null }], [{ name: null }], [{ name: 7 }], [{ name: { deep: [null] } }]]) {
    const { status } = await POST(asked(structures), { params: Promise.resolve({}) });
    expect([structures, status]).toEqual([structures, 400]);
  }
});
