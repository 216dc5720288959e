import { eq } from 'drizzle-orm';
import { runItems } from '@/server/db/schema/runs';
import { startImport } from '@/server/operations/bringIn/startImport';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
  wish,
} from './testServer';

/*
 * A file that ended a worker ends no second one: an item that was claimed before is tried in a reader process first
 * (runs/readForItem). FABRICA_READER_SECONDS so short that every file goes past it stands for a file that does.
 */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());
afterEach(() => {
  for (const name of ['FABRICA_READERS', 'FABRICA_READER_SECONDS']) delete process.env[name];
});

/** Three pictures are brought in; the second was in the hands of a worker that ended. */
async function importWithOneClaimedBefore() {
  const { context } = server;
  const made = [1, 2, 3].map(async (n) => [`kt26-${n}.jpg`, await smallJpeg(n)] as const);
  const job = await assignmentWith(server, Object.fromEntries(await Promise.all(made)));
  const { runId } = await startImport(context, job.id, wish(job.paths));
  await context.db.update(runItems).set({ claims: 1 }).where(eq(runItems.name, 'kt26-2.jpg'));
  await carryOut(context, runId);
  const { state, items } = await receiptOf(context, runId);
  return {
    state,
    items: items.map((one) => [
      one.state,
      one.problems?.find(({ severity }) => severity === 'error')?.code ?? '',
    ]),
  };
}

test('it goes past a limit: it fails with the reason, and the others are brought in', async () => {
  Object.assign(process.env, { FABRICA_READERS: '1', FABRICA_READER_SECONDS: '0.001' });
  expect(await importWithOneClaimedBefore()).toEqual({
    state: 'done',
    items: [
      ['done', ''],
      ['failed', 'too-long-to-read'],
      ['done', ''],
    ],
  });
});

test('it does not: all are brought in', async () => {
  process.env.FABRICA_READERS = '1';
  expect(await importWithOneClaimedBefore()).toMatchObject({
    items: [
      ['done', ''],
      ['done', ''],
      ['done', ''],
    ],
  });
});
