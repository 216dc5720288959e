import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { sharedCaptions } from '@/core/checks/facts';
import { repairOf } from '@/core/checks/repairs';
import { these } from '@/core/drafts/scope';
import { factsOf } from '@/features/check/checked';
import { startImport } from '@/server/operations/bringIn/startImport';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { proofOfDrafts } from '@/server/operations/photos/acrossPhotos';
import { type ListedValues, listValues } from '@/server/operations/photos/listValues';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { startUndo } from '@/server/operations/runs/startUndo';
import { pause } from '../fixtures/waitFor';
import { assignmentWith, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';
import { ended, isInProgress, kill, startWorker } from './workers';

/** What a checklist fixes in one step is embedded as if nothing had happened, and taken back byte for byte, whoever is killed. */
let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const COUNT = 24;
const all = { of: 'all' } as const;
const names = Array.from({ length: COUNT }, (_, n) => `p${String(n).padStart(2, '0')}.jpg`);

/** A set whose notices name a year before the pictures were taken. */
async function withOldYears() {
  const set = Object.fromEntries(await Promise.all(names.map(async (name, n) => [name, await smallJpeg(n)])));
  const one = await assignmentWith(server, set);
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  for (const [field, value] of [
    ['copyrightNotice', '© 2019 Aune Pell'],
    ['dateCreated', '2026-03-09'],
  ] as const)
    await writeDrafts(server.context, one.id, all, { kind: 'set', field, value });
  await embed(one.id, (id) => carryOut(server.context, id));
  return one;
}

async function embed(id: string, carry: (runId: string) => Promise<unknown>): Promise<string> {
  const { asOf } = await proofOfDrafts(server.context, id, all);
  const { runId } = await startEmbed(server.context, id, all, { asOf });
  await carry(runId);
  return runId;
}

/** Fixes every picture that a rule fails, as the page does it. */
async function fix(id: string): Promise<number> {
  const rows: ListedValues[] = [];
  for await (const part of listValues(server.context, id)) if ('rows' in part) rows.push(...part.rows);
  const facts = rows.map((row) => factsOf(row, ''));
  const set = {
    today: '2026-11-27',
    people: [],
    unknownKeywords: undefined,
    captions: sharedCaptions(facts),
  };
  const fixes = facts.flatMap((one) => {
    const values = repairOf({ check: 'notice-year', severity: 'should' }, one, set);
    return values ? [{ id: one.id, values }] : [];
  });
  const scope = these(fixes.map((one) => one.id));
  await writeDrafts(server.context, id, scope, { kind: 'cells', rows: fixes });
  return fixes.length;
}

const withoutMoment = (bytes: Buffer) =>
  bytes.toString('latin1').replace(/<xmp:MetadataDate>[^<]*</g, '<xmp:MetadataDate><');
const digests = (folder: string, look = (bytes: Buffer): string | Buffer => bytes) =>
  names.map((name) =>
    createHash('sha256')
      .update(look(readFileSync(path.join(folder, name))))
      .digest('hex'),
  );

test('workers killed at any moment of a run that embeds fixes, and of the one that undoes it', async () => {
  const [calm, rough] = [await withOldYears(), await withOldYears()];
  const before = digests(rough.working);
  expect([await fix(calm.id), await fix(rough.id)]).toEqual([COUNT, COUNT]);
  await embed(calm.id, (id) => carryOut(server.context, id));
  const stormy = async (runId: string) => {
    for (let n = 0; n < 6 && (await isInProgress(server, runId)); n++) {
      const worker = await startWorker();
      await pause(25 + n * 40);
      await kill(worker);
    }
    const last = await startWorker();
    await ended(server, runId);
    await kill(last);
  };
  const runId = await embed(rough.id, stormy);
  expect(digests(rough.working, withoutMoment)).toEqual(digests(calm.working, withoutMoment));
  const undo = await startUndo(server.context, runId);
  await stormy(undo.runId);
  expect(digests(rough.working)).toEqual(before);
}, 120_000);
