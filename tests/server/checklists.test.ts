import { readFileSync } from 'node:fs';
import path from 'node:path';
import Ajv from 'ajv';
import { readyLists } from '@/core/checks/ready';
import { these } from '@/core/drafts/scope';
import { usualChoices } from '@/core/naming/importChoices';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { keepPlan, usePlan } from '@/server/operations/bringIn/plans';
import { startImport } from '@/server/operations/bringIn/startImport';
import { takeInChecklist } from '@/server/operations/checklists/checklistFile';
import {
  changeChecklist,
  createChecklist,
  listChecklists,
  removeChecklist,
} from '@/server/operations/checklists/checklists';
import { unknownKeywords } from '@/server/operations/checklists/unknownKeywords';
import { proofOfTemplates, writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listValues } from '@/server/operations/photos/listValues';
import { listPhotos } from '@/server/operations/photos/photos';
import { createTemplate } from '@/server/operations/templates/templates';
import { assignmentWith, carryOut, openTestServer, root, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

async function broughtIn() {
  const one = await assignmentWith(server, { 'a.jpg': await smallJpeg(1), 'b.jpg': await smallJpeg(2) });
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  const ids = (await listPhotos(server.context, one.id)).map((photo) => photo.id);
  return { ...one, ids };
}

const rules = [{ check: 'field', field: 'title', severity: 'must' }] as const;
const codeOf = (act: Promise<unknown>) =>
  act.then(
    () => 'done',
    (error: { code?: string }) => error.code,
  );

test('a list of one’s own is kept, changed, refused under a name that is taken, and removed', async () => {
  const { id } = await createChecklist(server.context, { name: ' Our  desk ', rules });
  expect(await listChecklists(server.context)).toEqual([{ id, name: 'Our desk', rules }]);
  expect(await codeOf(createChecklist(server.context, { name: 'Our desk', rules }))).toBe('name-taken');
  expect(await codeOf(createChecklist(server.context, { name: 'minimum', rules }))).toBe('name-taken');
  expect(await codeOf(createChecklist(server.context, { name: ' ', rules }))).toBe('name-missing');
  const more = [...rules, { check: 'readable', severity: 'note' }] as const;
  await changeChecklist(server.context, id, { rules: more, met: rules });
  // A window that saw the rules before the change does not write over it.
  expect(await codeOf(changeChecklist(server.context, id, { rules, met: rules }))).toBe('changed-elsewhere');
  expect((await listChecklists(server.context))[0]!.rules).toEqual(more);
  const job = await assignmentWith(server, {});
  await changeAssignment(server.context, job.id, { checklist: id });
  await removeChecklist(server.context, id);
  expect((await readAssignment(server.context, job.id)).checklist).toBe('minimum');
  expect(await codeOf(changeAssignment(server.context, job.id, { checklist: id }))).toBe('not-found');
  expect(await codeOf(changeAssignment(server.context, job.id, { checklist: 'nonsense' }))).toBe('not-found');
});

test('rules of unknown fields, and bounds that nothing meets, are refused', async () => {
  const make = (rule: object) =>
    codeOf(createChecklist(server.context, { name: 'Odd', rules: [rule as never] }));
  expect(await make({ check: 'field', field: 'planet', severity: 'must' })).toBe('value-not-allowed');
  expect(await make({ check: 'keyword-count', least: 5, most: 2, severity: 'must' })).toBe(
    'value-not-allowed',
  );
});

test('the ready lists fit the published schema, and come in again as lists of one’s own', async () => {
  const schema = JSON.parse(readFileSync(path.join(root, 'schema/checklist.schema.json'), 'utf8'));
  const validate = new Ajv().compile(schema);
  for (const { name, rules: ready } of readyLists) {
    const file = { fabrica: 'checklist', version: 1, name: `Copy of ${name}`, rules: ready };
    expect([name, validate(file)]).toEqual([name, true]);
    const { id } = await takeInChecklist(server.context, file);
    const again = await takeInChecklist(server.context, file);
    expect(again.name).toBe(`Copy of ${name} (2)`);
    expect((await listChecklists(server.context)).find((one) => one.id === id)!.rules).toEqual(ready);
  }
});

test.each<[string, unknown]>([
  ['another kind of file', { fabrica: 'template', version: 2, name: 'A', entries: [] }],
  ['a later version', { fabrica: 'checklist', version: 9, name: 'A', rules: [] }],
  [
    'an unknown check',
    { fabrica: 'checklist', version: 1, name: 'A', rules: [{ check: 'mood', severity: 'must' }] },
  ],
  [
    'a member too many',
    {
      fabrica: 'checklist',
      version: 1,
      name: 'A',
      rules: [{ check: 'readable', severity: 'must', least: 3 }],
    },
  ],
])('a file that is none is refused with its place: %s', async (_, file) => {
  await expect(takeInChecklist(server.context, file)).rejects.toThrow(/no checklist/);
});

test('a plan names its list, and gives it to the next assignment', async () => {
  const one = await assignmentWith(server, {});
  await changeAssignment(server.context, one.id, { checklist: 'news' });
  const { id } = await keepPlan(server.context, one.id, { name: 'For the desk', choices: usualChoices });
  const next = await assignmentWith(server, {});
  const { assignment } = await usePlan(server.context, next.id, id);
  expect(assignment.checklist).toBe('news');
});

test('keywords of the pictures that the vocabulary does not know', async () => {
  const job = await broughtIn();
  await writeDrafts(server.context, job.id, these(job.ids.slice(0, 1)), {
    kind: 'set',
    field: 'keywords',
    value: ['never heard of'],
  });
  expect(await unknownKeywords(server.context, job.id)).toContain('never heard of');
});

test('templates in force fill the empty fields that were asked for, and touch nothing else', async () => {
  const job = await broughtIn();
  const { id } = await createTemplate(server.context, {
    name: 'Fills',
    kind: 'job',
    entries: [
      { field: 'sublocation', rule: 'overwrite', texts: ['Slipway'] },
      { field: 'headline', rule: 'overwrite', texts: ['Launch'] },
      // By it the pictures are one's own.
      { field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] },
    ],
  });
  await changeAssignment(server.context, job.id, { inForce: [id] });
  const [a, b] = job.ids as [string, string];
  await writeDrafts(server.context, job.id, these([a]), {
    kind: 'set',
    field: 'sublocation',
    value: 'Sail loft',
  });
  const proof = await proofOfTemplates(server.context, job.id, these(job.ids), { fillOnly: ['sublocation'] });
  expect(proof.lines.map((one) => [one.field, one.kind, one.count])).toEqual([['sublocation', 'filled', 1]]);
  await writeDrafts(server.context, job.id, these(job.ids), {
    kind: 'put-templates',
    fillOnly: ['sublocation'],
  });
  const byId = new Map((await listPhotos(server.context, job.id)).map((one) => [one.id, one.drafts]));
  expect(byId.get(a)!.sublocation?.value).toBe('Sail loft');
  expect(byId.get(b)!.sublocation?.value).toBe('Slipway');
  expect(byId.get(b)!.headline).toBeUndefined();
});

test('what is known of the file stands beside the values', async () => {
  const job = await broughtIn();
  for await (const part of listValues(server.context, job.id))
    if ('rows' in part) expect(part.rows[0]!.file).toMatchObject({ format: 'jpeg', colour: { bits: 8 } });
});
