import { mkdirSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { type DeliveryPlan, usualDeliveryPlan } from '@/core/deliver/deliveryPlan';
import { these } from '@/core/drafts/scope';
import { conditionOf } from '@/core/search/condition';
import { ruleName } from '@/core/wording/checkWords';
import { deliveryPlans } from '@/server/db/schema/deliveries';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { deliverFound, proofOfDelivery } from '@/server/operations/search/deliverFound';
import { embedFound, proofOfFound } from '@/server/operations/search/foundRuns';
import { picturesFoundIn } from '@/server/operations/search/foundSet';
import { readFoundSet } from '@/server/operations/search/readFoundSet';
import { searchPhotos } from '@/server/operations/search/searchPhotos';
import { writeFound } from '@/server/operations/search/writeFound';
import { createTemplate } from '@/server/operations/templates/templates';
import {
  bringIn,
  carryOut,
  openTestServer,
  receiptOf,
  rights,
  smallJpeg,
  type TestServer,
  valuesOf,
} from './testServer';

/** Check, embed and deliver of pictures that a search finds in several assignments. */
let server: TestServer;
const jobs: Awaited<ReturnType<typeof bringIn>>[] = [];
const set = { words: '', where: ['City is Havnes'], pictures: 3 };

beforeAll(async () => {
  server = await openTestServer();
  for (const [name, count] of [
    ['Launch', 2],
    ['Yard', 2],
  ] as const) {
    const pictures: Record<string, Uint8Array> = {};
    for (let n = 1; n <= count; n++)
      pictures[`f${n}.jpg`] = await smallJpeg(n, {
        city: name === 'Yard' && n === 2 ? 'Skarv' : 'Havnes',
        description: `Picture ${n} of ${name}.`,
      });
    const job = await bringIn(server, pictures);
    await changeAssignment(server.context, job.id, { name, checklist: 'archive', inForce: [] });
    jobs.push(job);
  }
});
afterAll(() => server.end());

const finish = async (runs: readonly { readonly runId: string }[]) => {
  for (const { runId } of runs) await carryOut(server.context, runId);
  return Promise.all(runs.map(({ runId }) => receiptOf(server.context, runId)));
};

test('the found pictures of one assignment are named, also of those that were picked', async () => {
  const [launch, yard] = jobs as [(typeof jobs)[0], (typeof jobs)[0]];
  const found = (assignmentId: string, more: object = {}) =>
    picturesFoundIn(server.context, { words: '', where: ['City is Havnes'], assignmentId, ...more });
  const all = await found(launch.id);
  expect(all).toHaveLength(2);
  expect(await found(launch.id, { only: all.slice(0, 1) })).toEqual(all.slice(0, 1));
  expect(await found(yard.id)).toHaveLength(1);
  expect(await found(yard.id, { only: all })).toEqual([]);
  await expect(found(yard.id, { where: ['City resembles Havnes'] })).rejects.toMatchObject({
    code: 'condition-not-understood',
  });
});

test('a set is counted by assignment, with what fails there', async () => {
  const parts = await readFoundSet(server.context, set);
  expect(parts.map(({ assignment, pictures, drafted }) => [assignment, pictures, drafted])).toEqual([
    ['Launch', 2, 0],
    ['Yard', 1, 0],
  ]);
  expect(parts[0]!.check!.rules.some(({ pictures }) => pictures === 2)).toBe(true);
  await expect(readFoundSet(server.context, { ...set, pictures: 4 })).rejects.toMatchObject({
    code: 'found-differs',
  });
});

test('drafts of a set are embedded after one proof, with a run in each assignment', async () => {
  const { context } = server;
  await expect(embedFound(context, set)).rejects.toMatchObject({ code: 'nothing-left' });
  await writeFound(context, { ...set, writing: { kind: 'set', field: 'headline', value: 'Found together' } });
  const { proof, blocked } = await proofOfFound(context, set);
  expect([proof.pictures, proof.replacing, blocked]).toEqual([3, 0, []]);
  // Written after the proof: it stays a draft.
  await writeFound(context, { ...set, writing: { kind: 'set', field: 'source', value: 'Since' } });
  const runs = await embedFound(context, { ...set, asOf: proof.asOf });
  expect(runs.map((one) => one.assignment).sort()).toEqual(['Launch', 'Yard']);
  const receipts = await finish(runs);
  expect(receipts.flatMap(({ items }) => items.map(({ state }) => state))).toEqual(['done', 'done', 'done']);
  const [launch, yard] = jobs;
  expect((await valuesOf(path.join(launch!.working, 'f2.jpg'))).headline).toBe('Found together');
  expect((await valuesOf(path.join(yard!.working, 'f1.jpg'))).headline).toBe('Found together');
  expect((await valuesOf(path.join(yard!.working, 'f2.jpg'))).headline).toBeUndefined();
});

test('an assignment whose drafts are newer than the proof stays out, and the others are embedded', async () => {
  const { context } = server;
  const of = (assignment: string, pictures: number) => ({
    words: '',
    where: ['City is Havnes', `Assignment is ${assignment}`],
    pictures,
  });
  const writing = (value: string) => ({ kind: 'set', field: 'instructions', value }) as const;
  await writeFound(context, { ...of('Launch', 2), writing: writing('Before') });
  const { proof } = await proofOfFound(context, set);
  await writeFound(context, { ...of('Yard', 1), writing: writing('After') });
  const runs = await embedFound(context, { ...set, asOf: proof.asOf });
  expect(runs.map(({ assignment }) => assignment)).toEqual(['Launch']);
  await finish(runs);
  await embedFound(context, set).then(finish);
});

test('pictures that fail a rule of the checklist of their assignment are found', async () => {
  const names = async (...where: string[]) => {
    const { photos } = await searchPhotos(server.context, {
      words: '',
      conditions: where.map((one) => conditionOf(one)!),
    });
    return photos.map(({ assignment, name }) => `${assignment} ${name}`).sort();
  };
  await changeAssignment(server.context, jobs[1]!.id, { checklist: 'minimum' });
  const failing = await names('Check fails');
  expect(failing.length).toBeGreaterThan(0);
  const { check } = (await readFoundSet(server.context, set))[0]!;
  const rule = ruleName(check!.rules.find(({ pictures }) => pictures === 2)!.rule);
  expect(
    await names('City is Havnes', `Check fails in ${rule.toLowerCase()}`, 'Assignment is Launch'),
  ).toEqual(['Launch f1.jpg', 'Launch f2.jpg']);
  expect(await names('Check fails in No such rule')).toEqual([]);
  // An act means the same pictures.
  const where = ['Check fails', 'Assignment is Launch'];
  const pictures = (await names(...where)).length;
  await writeFound(server.context, {
    words: '',
    where,
    pictures,
    writing: { kind: 'add-keywords', terms: ['checked'] },
  });
  expect(await names('Keywords is checked')).toEqual(
    await names('Assignment is Launch', 'Keywords is checked'),
  );
  await changeAssignment(server.context, jobs[1]!.id, { checklist: 'archive' });
});

describe('delivery', () => {
  let folder: string;
  const planWith = async (name: string, more: Partial<DeliveryPlan>) => {
    const [made] = await server.db
      .insert(deliveryPlans)
      .values({ name, deliveryPlan: { ...usualDeliveryPlan, to: 'folder', path: folder, ...more } })
      .returning({ id: deliveryPlans.id });
    return made!.id;
  };
  beforeAll(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'fabrica-set-'));
    mkdirSync(folder, { recursive: true });
  });

  test('copies of several assignments go into one folder; equal names are kept apart', async () => {
    const own = (await readAssignment(server.context, jobs[0]!.id)).deliveryPlan;
    const deliveryPlanId = await planWith('Together', {});
    const runs = await deliverFound(server.context, { ...set, deliveryPlanId, holdsBack: false });
    const receipts = await finish(runs);
    expect(receipts.flatMap(({ items }) => items.map(({ state }) => state))).toEqual([
      'done',
      'done',
      'done',
    ]);
    expect(readdirSync(folder)).toHaveLength(3);
    // The assignments keep their own delivery plans.
    expect((await readAssignment(server.context, jobs[0]!.id)).deliveryPlan).toEqual(own);
  });

  test('what fails is left out, and nothing leaves where all fail', async () => {
    const deliveryPlanId = await planWith('Strict', { checklist: 'news' });
    const strict = { ...set, deliveryPlanId, holdsBack: true };
    expect(await proofOfDelivery(server.context, strict)).toEqual({
      pictures: 0,
      failing: 3,
      missing: 0,
      others: [],
    });
    const all = { ...strict, holdsBack: false };
    expect(await proofOfDelivery(server.context, all)).toMatchObject({ pictures: 3, failing: 3 });
    await expect(deliverFound(server.context, strict)).rejects.toMatchObject({ code: 'nothing-chosen' });
    const { rows } = await server.db.execute<{ n: number }>(
      sql`select count(*)::int as n from runs where kind = 'deliver'`,
    );
    expect(rows[0]!.n).toBe(2);
  });

  test('missing files stay out, ratings count, and pictures of others are named', async () => {
    const { context } = server;
    const [first, second] = jobs[0]!.photos.map(({ id }) => id);
    const write = (id: string, field: 'rating' | 'creator', value: string | string[]) =>
      writeDrafts(context, jobs[0]!.id, these([id]), { kind: 'set', field, value });
    await write(first!, 'rating', '4');
    await write(first!, 'creator', ['Somebody Else']);
    const { id: template } = await createTemplate(context, {
      name: 'On top',
      kind: 'standing',
      entries: rights,
    });
    const deliveryPlanId = await planWith('Rated', { pictures: 'rated', rating: 3, templates: [template] });
    const request = { ...set, deliveryPlanId, holdsBack: false };
    expect(await proofOfDelivery(context, request)).toMatchObject({
      pictures: 1,
      missing: 0,
      others: [{ name: 'Somebody Else', count: 1 }],
    });
    await server.db.execute(sql`update photos set gone_at = now() where id = ${second}`);
    expect(await proofOfDelivery(context, request)).toMatchObject({ pictures: 1, missing: 1 });
  });
});
