import fc from 'fast-check';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import { isInSnapshot } from '@/core/drafts/snapshot';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { startImport } from '@/server/operations/bringIn/startImport';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import type { Writing } from '@/server/operations/drafts/writing';
import {
  changeGathering,
  createGathering,
  editGathering,
  listGatherings,
  moveInGathering,
  picturesInGathering,
} from '@/server/operations/gatherings/gatherings';
import { keepColumnSet, listColumnSets, removeColumnSet } from '@/server/operations/ledger/columnSets';
import { listSummaries } from '@/server/operations/photos/listSummaries';
import { type ListedValues, listValues } from '@/server/operations/photos/listValues';
import { namesShown } from '@/server/operations/photos/namesShown';
import { listPhotos } from '@/server/operations/photos/photos';
import { deskOf } from '@/server/operations/photos/selectionValues';
import { listVersions } from '@/server/operations/photos/versions';
import { searchPhotos } from '@/server/operations/search/searchPhotos';
import { propertyRuns } from '../fixtures/budget';
import { assignmentWith, carryOut, openTestServer, smallJpeg, type TestServer } from './testServer';

/** What the desk and the ledger write and read. */
let server: TestServer;
let id: string;
let ids: string[];
beforeAll(async () => {
  server = await openTestServer();
  const names = ['a.jpg', 'a-web.jpg', 'b.jpg', 'c.jpg'];
  const set = await Promise.all(names.map(async (name, at) => [name, await smallJpeg(at)] as const));
  const one = await assignmentWith(server, Object.fromEntries(set));
  const { runId } = await startImport(server.context, one.id, { paths: one.paths, leaveAsTheyAre: [] });
  await carryOut(server.context, runId);
  id = one.id;
  ids = (await listPhotos(server.context, id)).map((photo) => photo.id);
});
afterAll(() => server.end());

const write = (which: readonly string[], writing: Writing) =>
  writeDrafts(server.context, id, these(which), writing);
const undoLast = async () => {
  const { undo } = await writingSteps(server.context, id);
  return stepWriting(server.context, id, undo!.id, true);
};
async function valuesSince(since?: string) {
  let until = '';
  const rows: ListedValues[] = [];
  for await (const part of listValues(server.context, id, since)) {
    if ('until' in part) until = part.until;
    else rows.push(...part.rows);
  }
  return { until, rows, of: (photo: string) => rows.find((row) => row.id === photo) };
}
const desk = (which: readonly string[], fields: readonly FieldId[] = []) =>
  deskOf(server.context, id, these(which), fields);

test('cells of their own for each picture: a caption keeps its sign-off, other fields stay as they were', async () => {
  const [a, b] = [ids[0]!, ids[2]!];
  const before = (await valuesSince()).of(a)!.values;
  await write([a, b], {
    kind: 'cells',
    rows: [
      { id: a, values: { description: 'A plank.', city: 'Havnes' } },
      { id: b, values: { description: 'A mast.', city: null } },
    ],
  });
  const { of } = await valuesSince();
  const { description: _, city, ...rest } = of(a)!.values;
  const { description: __, city: ___, ...former } = before;
  expect([of(a)!.caption ?? of(a)!.values.description, city]).toEqual(['A plank.', 'Havnes']);
  expect(rest).toEqual(former);
  expect((await desk([b])).caption.same).toBe('A mast.');
  await undoLast();
});

// A ledger did not see an undo that came before the list had been read again.
test('a picture that changes twice before lists are read again is told twice', async () => {
  const [a] = ids;
  for await (const _ of listSummaries(server.context, id));
  await write([a!], { kind: 'set', field: 'headline', value: 'First' });
  const first = await valuesSince();
  await write([a!], { kind: 'set', field: 'headline', value: 'Second' });
  expect((await valuesSince(first.until)).of(a!)!.values.headline).toBe('Second');
  await undoLast();
  await undoLast();
});

test('people go into the caption and Person Shown by one act, and one undo takes both back', async () => {
  const [a] = ids;
  await write([a!], { kind: 'caption', text: 'Ida Brandvik sews.', addPeople: ['Ida Brandvik'] });
  await write([a!], { kind: 'add-people', terms: ['Ida Brandvik', 'Jon Osei'] });
  expect((await desk([a!], ['personShown'])).fields.personShown!.same).toEqual(['Ida Brandvik', 'Jon Osei']);
  expect(await namesShown(server.context, id)).toEqual(['Ida Brandvik', 'Jon Osei']);
  await write([a!], { kind: 'caption', text: 'Sewing.', removePeople: ['Ida Brandvik'] });
  expect((await desk([a!], ['personShown'])).fields.personShown!.same).toEqual(['Jon Osei']);
  await undoLast();
  expect(await desk([a!], ['personShown'])).toMatchObject({
    caption: { same: 'Ida Brandvik sews.' },
    fields: { personShown: { same: ['Ida Brandvik', 'Jon Osei'] } },
  });
  await undoLast();
  await undoLast();
});

// One caption that was typed with a short pause was two steps: the first undo left half a sentence.
test('words that go on with a text are one act with it, also where the pictures differed; an act between ends that', async () => {
  const [a, b] = ids;
  const text = (words: string) => ({ kind: 'caption', text: words }) as const;
  const goOn = (continues: string, words: string) =>
    writeDrafts(server.context, id, these([a!, b!]), text(words), { continues });
  await write([b!], text('Before.'));
  const { undo } = await write([a!, b!], text('A sail'));
  expect((await goOn(undo!.id, 'A sail is sewn.')).undo).toMatchObject({ id: undo!.id, pictures: 2 });
  await undoLast();
  expect([(await desk([a!])).caption.same, (await desk([b!])).caption.same]).toEqual([undefined, 'Before.']);
  await stepWriting(server.context, id, undo!.id, false);
  expect((await desk([a!, b!])).caption.same).toBe('A sail is sewn.');
  await write([a!], { kind: 'add-people', terms: ['Jon Osei'] });
  expect((await goOn(undo!.id, 'A sail is cut.')).undo!.id).not.toBe(undo!.id);
  for (let acts = 0; acts < 4; acts++) await undoLast();
  expect((await desk([b!])).caption.same).toBeUndefined();
});

test('a thread that does not apply writes no field, counts as no gap, and is undone', async () => {
  const [a] = ids;
  await write([a!], { kind: 'does-not-apply', thread: 'where', applies: false });
  expect(await desk([a!])).toMatchObject({ notApplicable: { where: 1 } });
  expect((await valuesSince()).of(a!)!.drafted).toBeUndefined();
  await undoLast();
  expect((await desk([a!])).notApplicable).toEqual({});
});

test('a text of placeholders gives each picture its own', async () => {
  await changeAssignment(server.context, id, {
    facts: [
      { name: 'client', value: 'Boat Trust' },
      { name: 'occasion', value: 'Launch' },
    ],
  });
  await write(ids, { kind: 'compose', field: 'title', text: '{{ occasion }} {{ running number : 2 }}' });
  const { rows } = await valuesSince();
  expect(rows.map((row) => row.values.title)).toEqual(['Launch 01', 'Launch 02', 'Launch 03', 'Launch 04']);
  await undoLast();
});

// A composed caption took the sign-off away.
test('a composed description stands in front of the sign-off like any other caption', async () => {
  const [a] = ids;
  const before = (await valuesSince()).of(a!)!.values.description;
  await write([a!], { kind: 'compose', field: 'description', text: 'Launch of {{ occasion }}' });
  const { caption, values } = (await valuesSince()).of(a!)!;
  expect(caption).toBe('Launch of Launch');
  expect(values.description).toBe('Launch of Launch\nAune Pell / Boat Trust');
  await undoLast();
  expect((await valuesSince()).of(a!)!.values.description).toEqual(before);
});

// Properties of the desk: untouched fields never change; undo restores exactly; undo after undo is redo.
test('whatever is written is undone exactly, and done again exactly', async () => {
  const fields = ['city', 'headline', 'keywords', 'personShown'] as const;
  const value = (field: FieldId): fc.Arbitrary<FieldValue | null> => {
    const text = fc.constantFrom('Havnes', 'Ketch', 'Sail, mizzen', 'Åse');
    const isList = field === 'keywords' || field === 'personShown';
    const list: fc.Arbitrary<FieldValue> = fc.uniqueArray(text, { minLength: 1, maxLength: 3 });
    return fc.option(isList ? list : (text as fc.Arbitrary<FieldValue>));
  };
  const act = fc.constantFrom(...fields).chain((field) =>
    fc.record({
      field: fc.constant(field),
      value: value(field),
      which: fc.subarray([0, 1, 2, 3], { minLength: 1 }),
    }),
  );
  await fc.assert(
    fc.asyncProperty(act, async ({ field, value: wanted, which }) => {
      const before = await valuesSince();
      const chosen = which.map((at) => ids[at]!);
      await write(chosen, { kind: 'set', field, value: wanted });
      const written = await valuesSince();
      for (const row of written.rows) {
        const { [field]: _, ...others } = row.values;
        const { [field]: __, ...former } = before.of(row.id)!.values;
        expect(others).toEqual(former);
        if (!chosen.includes(row.id)) expect(row).toEqual(before.of(row.id));
      }
      const { undo } = await writingSteps(server.context, id);
      // A value that stands there already is no draft, and no act.
      if (!undo || JSON.stringify(written.rows) === JSON.stringify(before.rows)) return;
      await stepWriting(server.context, id, undo.id, true);
      expect((await valuesSince()).rows).toEqual(before.rows);
      await stepWriting(server.context, id, undo.id, false);
      expect((await valuesSince()).rows).toEqual(written.rows);
      await stepWriting(server.context, id, undo.id, true);
    }),
    propertyRuns(6),
  );
});

test('a draft that says what the file says is no draft', async () => {
  const [a] = ids;
  const { values } = (await valuesSince()).of(a!)!;
  await write([a!], { kind: 'set', field: 'copyrightNotice', value: values.copyrightNotice! });
  expect((await valuesSince()).of(a!)!.drafted).toBeUndefined();
});

test('gatherings: put in twice is once, across scopes; names are not taken twice', async () => {
  const { id: gathering } = await createGathering(server.context, ' Portfolio ');
  const change = { assignmentId: id, scope: these(ids.slice(0, 2)), isIn: true };
  expect(await changeGathering(server.context, gathering, change)).toEqual({ changed: 2 });
  expect(await changeGathering(server.context, gathering, change)).toEqual({ changed: 0 });
  expect((await picturesInGathering(server.context, gathering, id)).sort()).toEqual(ids.slice(0, 2).sort());
  await expect(createGathering(server.context, 'Portfolio')).rejects.toThrow('is there already');
  await editGathering(server.context, gathering, { name: 'Best of' });
  expect(await listGatherings(server.context)).toMatchObject([{ name: 'Best of', pictures: 2 }]);
  await write([ids[2]!], { kind: 'set', field: 'city', value: 'Elsewhere' });
  await writeDrafts(
    server.context,
    id,
    { of: 'gathering', id: gathering },
    { kind: 'set', field: 'city', value: 'Havnes' },
  );
  const cities = (await valuesSince()).rows.map((row) => row.values.city);
  expect(cities).toEqual(['Havnes', 'Havnes', 'Elsewhere', undefined]);
  await changeGathering(server.context, gathering, { ...change, isIn: false });
  expect(await picturesInGathering(server.context, gathering, id)).toEqual([]);
  await undoLast();
  await undoLast();
});

test('a gathering has a note and an order, and its removal can be undone', async () => {
  const { context } = server;
  const { id: gathering } = await createGathering(context, 'In order');
  await changeGathering(context, gathering, { assignmentId: id, scope: these(ids.slice(0, 3)), isIn: true });
  const order = async () =>
    (
      await searchPhotos(context, { words: '', conditions: [{ kind: 'gathering', name: 'in order' }] })
    ).photos.map((one) => ids.indexOf(one.id));
  const first = await order();
  const [a, b, c] = first.map((at) => ids[at]!);
  await moveInGathering(context, gathering, c!, a!);
  expect(await order()).toEqual([first[2], first[0], first[1]]);
  await moveInGathering(context, gathering, c!, null);
  expect(await order()).toEqual(first);
  // Between two neighbours the numbers end; then the places are numbered anew.
  for (let time = 0; time < 130; time++)
    await moveInGathering(context, gathering, time % 2 ? c! : a!, time % 2 ? a! : b!);
  await moveInGathering(context, gathering, a!, b!);
  expect((await order()).at(-1)).toBe(first[1]);
  await expect(moveInGathering(context, gathering, ids[3]!, null)).rejects.toMatchObject({
    code: 'not-found',
  });
  await editGathering(context, gathering, { note: 'For the annual.', met: '' });
  await expect(editGathering(context, gathering, { note: 'Another', met: '' })).rejects.toMatchObject({
    code: 'changed-elsewhere',
  });
  await editGathering(context, gathering, { isRemoved: true });
  expect(await order()).toEqual([]);
  const { id: other } = await createGathering(context, 'In order');
  await expect(editGathering(context, gathering, { isRemoved: false })).rejects.toThrow('is there already');
  await editGathering(context, other, { isRemoved: true });
  await editGathering(context, gathering, { isRemoved: false });
  expect(await listGatherings(context)).toContainEqual(
    expect.objectContaining({ name: 'In order', note: 'For the annual.', pictures: 3 }),
  );
  await editGathering(context, gathering, { isRemoved: true });
});

test('columns are kept under a name; the same name again takes the new ones', async () => {
  await keepColumnSet(server.context, { name: 'Places', fields: ['city'] });
  const { id: set } = await keepColumnSet(server.context, { name: 'Places', fields: ['city', 'country'] });
  expect(await listColumnSets(server.context)).toMatchObject([
    { name: 'Places', fields: ['city', 'country'] },
  ]);
  await removeColumnSet(server.context, set);
  expect(await listColumnSets(server.context)).toEqual([]);
});

test('the list of people keeps its order; a stale window does not overwrite it', async () => {
  const person = (name: string) => ({ number: '', name, role: '', note: '' });
  await changeAssignment(server.context, id, { people: [person('B'), person('A'), person(' ')] });
  expect((await readAssignment(server.context, id)).people.map((one) => one.name)).toEqual(['B', 'A']);
  const stale = { people: [person('C')], met: { people: [] } };
  await expect(changeAssignment(server.context, id, stale)).rejects.toThrow();
  expect((await readAssignment(server.context, id)).people.map((one) => one.name)).toEqual(['B', 'A']);
});

test('pictures without camera and second are no versions of each other', async () => {
  expect(await listVersions(server.context, id)).toEqual([]);
});

// One press replaced all differing captions by the credits.
test('credits go under the caption of each picture, which keeps its own words and its sign-off', async () => {
  const [a, b, c] = [ids[0]!, ids[2]!, ids[3]!];
  const names = ['Mira Lund', 'Tor Bakke'].map((name) => ({ name, role: ['styling'] }));
  await write([a, b, c], {
    kind: 'cells',
    rows: [
      { id: a, values: { description: 'A plank.', contributor: [names[0]!] } },
      { id: b, values: { description: 'A mast.\nStyling: Old Name', contributor: [names[1]!] } },
      { id: c, values: { description: 'A sail.', contributor: null } },
    ],
  });
  const pattern = { one: '{role}: {name}', between: '; ' };
  await write([a, b, c], { kind: 'credits-line', pattern, former: 'Styling: Old Name' });
  const { of } = await valuesSince();
  expect([a, b, c].map((photo) => of(photo)!.caption ?? of(photo)!.values.description)).toEqual([
    'A plank.\nStyling: Mira Lund',
    'A mast.\nStyling: Tor Bakke',
    'A sail.',
  ]);
  const [photo] = (await listPhotos(server.context, id)).filter((one) => one.id === a);
  expect(photo!.drafts.description!.value).toBe('A plank.\nStyling: Mira Lund\nAune Pell / Boat Trust');
});

test.each<[string, (photo: string) => Writing]>([
  ['the desk', () => ({ kind: 'set', field: 'rightsStatus', value: 'public-domain' })],
  ['cells', (photo) => ({ kind: 'cells', rows: [{ id: photo, values: { rightsStatus: 'public-domain' } }] })],
  [
    'pasted metadata',
    () => ({
      kind: 'set-fields',
      values: { ccLicense: 'https://creativecommons.org/publicdomain/zero/1.0/' },
    }),
  ],
])('rights are given up by %s only where it is confirmed', async (_, writing) => {
  const [photo] = ids;
  await expect(write([photo!], writing(photo!))).rejects.toThrow(/gives a picture away, for ever/);
  const drafted = async () => (await valuesSince()).of(photo!)?.drafted ?? [];
  const before = await drafted();
  await writeDrafts(server.context, id, these([photo!]), writing(photo!), { confirmed: true });
  expect((await drafted()).length).toBe(before.length + 1);
  await undoLast();
  expect(await drafted()).toEqual(before);
});

test('what is read after an act shows its transaction; what was read before does not', async () => {
  const before = await desk(ids);
  const { transaction } = await write(ids, { kind: 'set', field: 'headline', value: 'Read after' });
  const after = await desk(ids);
  expect([before, after].map(({ snapshot }) => isInSnapshot(transaction, snapshot))).toEqual([false, true]);
  await undoLast();
});
