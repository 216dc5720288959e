import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { changeCard, soundCard } from '@/server/card/simulatedCard';
import { readAssignment } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';
import { readSource } from '@/server/operations/bringIn/readSource';
import { startImport } from '@/server/operations/bringIn/startImport';
import { retryRun } from '@/server/operations/runs/runs';
import { carryOut, openTestServer, receiptOf, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
let card = '';
beforeAll(async () => {
  server = await openTestServer();
  card = path.join(server.folder, 'card');
  mkdirSync(card);
  for (const [at, name] of ['a.jpg', 'b.jpg', 'c.jpg'].entries())
    writeFileSync(path.join(card, name), await smallJpeg(at));
});
afterAll(() => server.end());
beforeEach(() => changeCard(soundCard));

let jobs = 0;
async function job() {
  const working = path.join(server.folder, `working-${++jobs}`);
  mkdirSync(working);
  const { id } = await createAssignment(server.context, {
    name: 'Card',
    workingPath: working,
    sourcePath: card,
  });
  const begin = (mode: 'copy' | 'move' = 'copy') =>
    startImport(server.context, id, { paths: ['a.jpg', 'b.jpg', 'c.jpg'], leaveAsTheyAre: [], mode });
  return { id, working, begin };
}
const codes = (run: Awaited<ReturnType<typeof receiptOf>>) =>
  run.items.map((item) => item.problems?.find((one) => one.severity !== 'info')?.code);

test('a file that cannot be read fails alone, and comes when it can be read again', async () => {
  const one = await job();
  await changeCard({ readErrorOn: 'b.jpg' });
  const { runId } = await one.begin();
  await carryOut(server.context, runId);
  expect(codes(await receiptOf(server.context, runId))).toEqual([undefined, 'read-error', undefined]);
  expect(readdirSync(one.working).sort()).toEqual(['a.jpg', 'c.jpg']);
  await changeCard({ readErrorOn: '' });
  await retryRun(server.context, runId);
  await carryOut(server.context, runId);
  expect(readdirSync(one.working).sort()).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
});

test('taken out in the middle of a run: nothing half stands there; put in again, the rest comes', async () => {
  const one = await job();
  await changeCard({ speed: 200 });
  const { runId } = await one.begin();
  const going = carryOut(server.context, runId);
  await new Promise((resolve) => setTimeout(resolve, 60));
  await changeCard({ isIn: false, speed: 0 });
  await going;
  const run = await receiptOf(server.context, runId);
  expect(run.counts.failed).toBeGreaterThan(0);
  expect(readdirSync(one.working).filter((name) => name.startsWith('.'))).toEqual([]);
  const { sourceFolderId } = await readAssignment(server.context, one.id);
  expect(await readSource(server.context, sourceFolderId!, one.id)).toMatchObject({
    isOut: true,
    pictures: [],
  });
  await changeCard({ isIn: true });
  await retryRun(server.context, runId);
  await carryOut(server.context, runId);
  expect(readdirSync(one.working).sort()).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
});

test('a write-protected card keeps its pictures at a move; the copies are safe and it is told', async () => {
  const one = await job();
  await changeCard({ writeProtected: true });
  const { runId } = await one.begin('move');
  await carryOut(server.context, runId);
  const run = await receiptOf(server.context, runId);
  expect(run.counts.done).toBe(3);
  expect(codes(run)).toEqual(['source-left', 'source-left', 'source-left']);
  expect(readdirSync(card).sort()).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
});
