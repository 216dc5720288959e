import { eq, sql } from 'drizzle-orm';
import fc from 'fast-check';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { these } from '@/core/drafts/scope';
import { type Condition, conditionOf } from '@/core/search/condition';
import { photos } from '@/server/db/schema/photos';
import { runItems, runs } from '@/server/db/schema/runs';
import { photoSearch, searchStale } from '@/server/db/schema/search';
import { templates } from '@/server/db/schema/templates';
import { terms } from '@/server/db/schema/vocabulary';
import { changeAssignment } from '@/server/operations/assignments/assignments';
import { keepLicence } from '@/server/operations/deliveries/licences';
import { writeAcross } from '@/server/operations/drafts/writeAcross';
import { writeDrafts, writeOriginDrafts } from '@/server/operations/drafts/writeDrafts';
import { gatherFound } from '@/server/operations/search/answerSearch';
import { conditionSql, type SqlCondition } from '@/server/operations/search/conditionSql';
import {
  listSavedSearches,
  openSavedSearch,
  removeSavedSearch,
  saveSearch,
} from '@/server/operations/search/savedSearches';
import { indexStale, searchPhotos } from '@/server/operations/search/searchPhotos';
import { suggest } from '@/server/operations/search/suggest';
import { stepFound, writeFound } from '@/server/operations/search/writeFound';
import { propertyRuns } from '../fixtures/budget';
import type { WantedValues } from '../fixtures/embed';
import { bringIn, openTestServer, smallJpeg, type TestServer } from './testServer';

let server: TestServer;
const made: readonly (readonly [assignment: string, name: string, values: WantedValues])[] = [
  [
    'Launch',
    's1.jpg',
    {
      description: 'The ketch Marena sails past the lighthouses.',
      city: 'Havnes',
      country: 'Norway',
      keywords: ['ketch', 'sailing'],
      dateCreated: '2026-03-04',
      rating: '4',
    },
  ],
  [
    'Launch',
    's2.jpg',
    {
      description: 'Ein Segelschiff im Nebel bei Ålesund.',
      city: 'Ålesund',
      country: 'Norway',
      personShown: ['Ida Brandvik'],
      gpsLatitude: '63.2',
      gpsLongitude: '7.9',
      dateCreated: '2025-11-20',
    },
  ],
  [
    'Yard',
    's3.jpg',
    {
      headline: 'Caulking',
      description: 'Oakum goes into the seam, 100% by hand.',
      city: 'Havnes',
      creator: ['Mats Orrin'],
      dateCreated: '2026',
      rating: '2',
    },
  ],
  ['Yard', 's4.jpg', { keywords: ['sloop', 'back\\slash'], rightsStatus: 'public-domain' }],
  ['Yard', 's5.jpg', {}],
];
const ids = new Map<string, string>();

beforeAll(async () => {
  server = await openTestServer();
  let seed = 0;
  for (const name of ['Launch', 'Yard']) {
    const files: Record<string, Uint8Array> = {};
    for (const [assignment, file, values] of made)
      if (assignment === name) files[file] = await smallJpeg(++seed, values);
    const { id, photos } = await bringIn(server, files, { leaveAsTheyAre: Object.keys(files) });
    for (const photo of photos) ids.set(photo.name, photo.id);
    await changeAssignment(server.context, id, {
      name,
      facts: name === 'Yard' ? [{ name: 'vessel', value: 'Tordis' }] : [],
    });
  }
});
afterAll(() => server.end());

const find = async (words: string, ...sentences: string[]) => {
  const conditions = sentences.map((one) => conditionOf(one)!);
  expect(conditions).not.toContain(undefined);
  return searchPhotos(server.context, { words, conditions });
};
const namesOf = async (words: string, ...sentences: string[]) =>
  (await find(words, ...sentences)).photos.map((one) => one.name).sort();

test.each<readonly [string, readonly string[], readonly string[]]>([
  ['ketch', [], ['s1.jpg']],
  ['sail', [], ['s1.jpg']],
  ['lighthouse', [], ['s1.jpg']],
  ['light', [], ['s1.jpg']],
  ['alesund', [], ['s2.jpg']],
  ['ÅLESUND nebel', [], ['s2.jpg']],
  ['"into the seam"', [], ['s3.jpg']],
  ['100%', [], ['s3.jpg']],
  ['s4.jpg', [], ['s4.jpg']],
  ['tordis', [], ['s3.jpg', 's4.jpg', 's5.jpg']],
  ['tordis oakum', [], ['s3.jpg']],
  ['', ['City is havnes'], ['s1.jpg', 's3.jpg']],
  ['', ['Keywords is ketch'], ['s1.jpg']],
  ['', ['Keywords is ket'], []],
  ['', ['Keywords contains ket'], ['s1.jpg']],
  ['', [`${fieldLabel('description')} contains ketch`], ['s1.jpg']],
  ['', ['Creator is empty', 'Assignment is yard'], ['s4.jpg', 's5.jpg']],
  ['', ['Keywords contains back\\slash'], ['s4.jpg']],
  ['', ['City is filled'], ['s1.jpg', 's2.jpg', 's3.jpg']],
  ['', ['Taken in 2026'], ['s1.jpg', 's3.jpg', 's4.jpg', 's5.jpg']],
  ['', ['Taken from 2025-11 to 2026-03'], ['s1.jpg', 's2.jpg', 's3.jpg']],
  ['', ['Taken to 2025-11-20'], ['s2.jpg']],
  ['', ['Rating is at least 3'], ['s1.jpg']],
  ['', ['Format is jpeg', 'Without the words norway havnes'], ['s4.jpg', 's5.jpg']],
  ['', ['File has drafts'], []],
  ['', ['Fact vessel is tordis'], ['s3.jpg', 's4.jpg', 's5.jpg']],
  ['', ['Fact vessel is marena'], []],
  ['', ['Within 20 km of 63.11, 7.73'], ['s2.jpg']],
  ['', ['Within 5 km of 63.11, 7.73'], []],
  ['', ['Orientation is landscape', 'City is havnes'], ['s1.jpg', 's3.jpg']],
  ['landscape', [], []],
  ['', ['Longer side is at least 9000'], []],
  ['', ['Licence is missing', 'City is havnes'], ['s1.jpg', 's3.jpg']],
  ['', ['Licence ends in 2027'], []],
])('%s %j finds %j', async (words, sentences, names) => {
  expect(await namesOf(words, ...sentences)).toEqual(names);
});

test('a draft is found before it is in the file, and what it replaces is not', async () => {
  const id = ids.get('s5.jpg')!;
  const { rows } = await server.db.execute<{ assignment_id: string }>(
    sql`select assignment_id from ${photos} where id = ${id}`,
  );
  await writeDrafts(server.context, rows[0]!.assignment_id, these([id]), {
    kind: 'caption',
    text: 'A tar barrel.',
  });
  expect(await namesOf('barrel')).toEqual(['s5.jpg']);
  expect(await namesOf('', 'File has drafts')).toEqual(['s5.jpg']);
  await writeDrafts(server.context, rows[0]!.assignment_id, these([id]), {
    kind: 'caption',
    text: 'A rope.',
  });
  expect([await namesOf('barrel'), await namesOf('rope')]).toEqual([[], ['s5.jpg']]);
  await writeDrafts(server.context, rows[0]!.assignment_id, these([id]), {
    kind: 'add-keywords',
    terms: ['rigging'],
  });
  const { photos: found, facets } = await find('rope', 'Keywords is rigging');
  expect(found).toMatchObject([{ name: 's5.jpg', caption: expect.stringMatching(/^A rope\./) }]);
  expect(facets.keywords).toEqual([{ value: 'rigging', pictures: 1 }]);
});

test('a caption is shown without the sign-off, and a sign-off alone is no caption', async () => {
  const { rows } = await server.db.execute<{ id: string; assignment_id: string }>(
    sql`select id, assignment_id from photos where name = 's4.jpg'`,
  );
  const { id, assignment_id } = rows[0]!;
  const [template] = await server.db
    .insert(templates)
    .values({
      name: 'Signed',
      kind: 'standing',
      version: 1,
      entries: [{ field: 'description', rule: 'after', texts: ['Aune Pell for the yard'] }],
    } as never)
    .returning();
  await changeAssignment(server.context, assignment_id, { inForce: [template!.id] });
  const captionAfter = async (text: string) => {
    await writeDrafts(server.context, assignment_id, these([id]), {
      kind: 'set',
      field: 'description',
      value: text,
    });
    return (await find('s4.jpg')).photos[0]!.caption;
  };
  expect(await captionAfter('Aune Pell for the yard')).toBeNull();
  expect(await captionAfter('The slip.\nAune Pell for the yard')).toBe('The slip.');
  await writeDrafts(server.context, assignment_id, these([id]), { kind: 'discard' });
  await changeAssignment(server.context, assignment_id, { inForce: [] });
});

test('a keyword is found by its synonym and by its broader term', async () => {
  const [boat] = await server.db
    .insert(terms)
    .values({
      spelling: 'vessel',
      added: '2026-03-01',
      words: { synonyms: ['ship'], languages: {}, note: '' },
    })
    .returning();
  await server.db.insert(terms).values({
    spelling: 'sloop',
    broader: boat!.id,
    added: '2026-03-01',
    words: { synonyms: [], languages: {}, note: '' },
  });
  expect([await namesOf('vessel'), await namesOf('ship')]).toEqual([['s4.jpg'], ['s4.jpg']]);
});

test('a result is narrowed by what its pictures say, as it is written', async () => {
  const { facets, total } = await find('');
  expect(total).toBe(5);
  expect(facets.city).toEqual([
    { value: 'Havnes', pictures: 2 },
    { value: 'Ålesund', pictures: 1 },
  ]);
  expect(facets.year).toEqual([
    { value: '2026', pictures: 4 },
    { value: '2025', pictures: 1 },
  ]);
  expect(facets.personShown).toEqual([{ value: 'Ida Brandvik', pictures: 1 }]);
  expect(facets.assignment).toContainEqual({ value: 'Yard', pictures: 3 });
});

test.each<readonly [string, readonly (readonly [string, string])[]]>([
  ['ida', [['personShown', 'Ida Brandvik']]],
  ['fog brand', [['personShown', 'Ida Brandvik']]],
  ['havn', [['city', 'Havnes']]],
  ['ales', [['city', 'Ålesund']]],
  ['yar', [['assignment', 'Yard']]],
  ["o'; drop", []],
  ['!', []],
  ['100%_', []],
  ['ida\\', []],
])('“%s” is offered as %j', async (typed, expected) => {
  const offered = await suggest(server.context, typed);
  expect(offered.map(({ kind, value }) => [kind, value])).toEqual(expected);
});

test('a search without a result names what may have been meant, and what excluded most', async () => {
  expect(await find('lighthuose')).toMatchObject({ total: 0, meant: 'lighthouses' });
  expect(await find('ketch', 'Country is Denmark')).toMatchObject({
    total: 0,
    narrowest: { part: 'Country is Denmark', pictures: 1 },
  });
});

test('a saved search says what is new since it was opened; a removed one touches no picture', async () => {
  const asked = { name: 'All of Havnes', words: '', where: ['City is Havnes'] };
  const { id } = await saveSearch(server.context, asked);
  expect(await listSavedSearches(server.context)).toEqual([{ id, ...asked, pictures: 2, fresh: 0 }]);
  await expect(saveSearch(server.context, { ...asked, name: ' All of Havnes ' })).rejects.toThrow(
    'is there already',
  );
  const later = ids.get('s4.jpg')!;
  const { rows } = await server.db.execute<{ assignment_id: string }>(
    sql`select assignment_id from ${photos} where id = ${later}`,
  );
  await writeDrafts(server.context, rows[0]!.assignment_id, these([later]), {
    kind: 'set',
    field: 'city',
    value: 'Havnes',
  });
  expect(await listSavedSearches(server.context)).toMatchObject([{ pictures: 3, fresh: 1 }]);
  await openSavedSearch(server.context, id);
  expect(await listSavedSearches(server.context)).toMatchObject([{ pictures: 3, fresh: 0 }]);
  await removeSavedSearch(server.context, id, true);
  expect(await listSavedSearches(server.context)).toEqual([]);
  // What was seen is known again.
  await removeSavedSearch(server.context, id, false);
  expect(await listSavedSearches(server.context)).toMatchObject([{ pictures: 3, fresh: 0 }]);
  await removeSavedSearch(server.context, id, true);
  expect(await listSavedSearches(server.context)).toEqual([]);
  expect((await find('', 'City is Havnes')).total).toBe(3);
});

test('the index is what it would be if it were made anew, after acts of any kind', async () => {
  await indexStale(server.context);
  const state = () =>
    server.db.execute(
      sql`select photo_id, values, facets, body, words::text, taken from ${photoSearch} order by photo_id`,
    );
  const kept = (await state()).rows;
  await server.db.execute(sql`delete from ${photoSearch}`);
  await server.db.execute(sql`insert into ${searchStale} select id from ${photos}`);
  await indexStale(server.context);
  expect((await state()).rows).toEqual(kept);
});

// A text vector of more than a megabyte is refused by PostgreSQL: one such picture would have stopped every search.
test('what the camera recorded is searched like a field', async () => {
  const camera = {
    camera: 'Tindra M2',
    exposure: '1/250',
    aperture: '2.8',
    iso: 400,
    focalLength: 35,
    orientation: 1,
  };
  await server.db.execute(sql`insert into photos (assignment_id, name, position, record)
    select (select id from assignments limit 1), 'taken.jpg', 790, jsonb_build_object('version', 1, 'problems', '[]'::jsonb,
      'camera', ${JSON.stringify(camera)}::jsonb, 'fields', '{}'::jsonb, 'pixels', '{"width": 6, "height": 4}'::jsonb)`);
  for (const sentence of [
    'Camera contains tindra',
    'Exposure is 1/250',
    'Exposure contains /250',
    'Aperture is 2.8',
    'ISO is filled',
    'Focal length is 35',
    'Orientation is filled',
    'Longer side is at least 6',
  ])
    expect([sentence, await namesOf('taken.jpg', sentence)]).toEqual([sentence, ['taken.jpg']]);
  expect(await namesOf('taken.jpg', 'ISO is empty')).toEqual([]);
  await server.db.execute(sql`delete from photos where name = 'taken.jpg'`);
});

test('a picture of impossible sizes is indexed like the others', async () => {
  for (const [n, [width, height]] of [
    [4294967295, 1],
    [1.5, 2],
    [0, 0],
  ].entries())
    await server.db.execute(sql`insert into photos (assignment_id, name, position, record)
      select (select id from assignments limit 1), ${`odd${n}.jpg`}, ${800 + n}, jsonb_build_object('version', 1, 'problems', '[]'::jsonb,
        'camera', '{"orientation": 6}'::jsonb, 'fields', '{}'::jsonb, 'pixels', jsonb_build_object('width', ${width}::numeric, 'height', ${height}::numeric))`);
  expect(await namesOf('odd0.jpg', 'Longer side is at least 1000000', 'Orientation is portrait')).toEqual([
    'odd0.jpg',
  ]);
  expect(await namesOf('odd1.jpg', 'Orientation is landscape')).toEqual(['odd1.jpg']);
  expect(await namesOf('odd2.jpg', 'Orientation is square')).toEqual(['odd2.jpg']);
  await server.db.execute(sql`delete from photos where name like 'odd_.jpg'`);
});

test('a picture with very long texts is indexed like the others', async () => {
  const long = {
    latin: Array.from({ length: 120_000 }, (_, n) => `w${n.toString(36)}ernes`).join(' '),
    wide: Array.from({ length: 120_000 }, (_, n) =>
      String.fromCodePoint(0x20000 + (n % 40_000), 0x20001),
    ).join(' '),
    whole: '\u{20000}'.repeat(900_000),
  };
  for (const text of Object.values(long))
    await server.db.execute(sql`insert into photos (assignment_id, name, position, record)
      select (select id from assignments limit 1), 'long.jpg', 700, jsonb_build_object('version', 1, 'problems', '[]'::jsonb,
        'camera', '{}'::jsonb, 'fields', jsonb_build_object('description', jsonb_build_object('value', ${text}::text, 'agrees', true)))`);
  expect(await namesOf('long.jpg')).toEqual(['long.jpg', 'long.jpg', 'long.jpg']);
  expect(await namesOf('w1ernes long.jpg')).toEqual(['long.jpg']);
  await server.db.execute(sql`delete from photos where name = 'long.jpg'`);
});

test('what is no condition is neither gathered nor saved: it would take in more than is meant', async () => {
  const asked = { name: 'Red ones', words: '', where: ['Colour is red'] };
  await expect(gatherFound(server.context, asked)).rejects.toThrow('“Colour is red” is no condition.');
  await expect(saveSearch(server.context, asked)).rejects.toThrow('“Colour is red” is no condition.');
});

test('many writers, searches and indexers at a time wait for nobody in a circle, and nothing is left out', async () => {
  const { rows } = await server.db.execute<{ id: string; assignment: string }>(
    sql`select id, assignment_id as assignment from photos where name in ('s1.jpg', 's2.jpg')`,
  );
  const assignment = rows[0]!.assignment;
  const own = rows.map((one) => one.id);
  for (let round = 0; round < 10; round++)
    await Promise.all([
      writeDrafts(server.context, assignment, these(own), {
        kind: 'set',
        field: 'headline',
        value: `Turn ${round}`,
      }),
      writeDrafts(server.context, assignment, these([...own].reverse()), {
        kind: 'set',
        field: 'city',
        value: `Town ${round}`,
      }),
      indexStale(server.context),
      indexStale(server.context),
      find(`turn ${round}`),
    ]);
  expect(await namesOf('', 'Headline is turn 9', 'City is town 9')).toEqual(['s1.jpg', 's2.jpg']);
});

test('with a photo its row of the index goes', async () => {
  const { rows } = await server.db.execute<{ id: string }>(sql`
    insert into photos (assignment_id, name, position, record) select assignment_id, 'gone.jpg', 500, record from photos limit 1 returning id`);
  expect(await namesOf('gone.jpg')).toEqual(['gone.jpg']);
  await server.db.execute(sql`delete from photos where id = ${rows[0]!.id}`);
  const left = await server.db.execute(sql`select from ${photoSearch} where photo_id = ${rows[0]!.id}`);
  expect(left.rows).toEqual([]);
});

describe('against a plain filter over the same records', () => {
  type Said = Readonly<Record<string, string | readonly string[]>>;
  const fold = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  const texts = ['Havnes', 'HAVNES', 'Ålesund', 'Alesund havn', '100%', 'a_b', 'back\\slash', '"quoted"'];
  const oneText = fc.constantFrom(...texts);
  const said: fc.Arbitrary<Said> = fc.record(
    {
      city: oneText,
      headline: oneText,
      keywords: fc.uniqueArray(oneText, { minLength: 1, maxLength: 3 }),
      rating: fc.constantFrom('1', '2', '3', '4', '5'),
      dateCreated: fc.constantFrom('2025', '2025-03', '2025-03-04', '2026-01-02T10:00:00', '2026-12-31'),
    },
    { requiredKeys: [] },
  );
  const subject = fc.constantFrom('city', 'headline', 'keywords') as fc.Arbitrary<'city'>;
  const date = fc.constantFrom('2025', '2025-03', '2025-03-05', '2026');
  const anyCondition: fc.Arbitrary<Condition> = fc.oneof(
    fc.record({
      kind: fc.constantFrom('is', 'contains'),
      subject,
      text: fc.oneof(oneText, fc.constant('avn')),
    }),
    fc.record({ kind: fc.constantFrom('empty', 'filled'), subject }),
    fc.record({ kind: fc.constant('taken' as const), from: date, to: date }),
    fc.record({ kind: fc.constant('rating' as const), least: fc.integer({ min: 1, max: 5 }) }),
  );
  const holds = (values: Said, condition: Condition): boolean => {
    const items = 'subject' in condition ? [values[condition.subject] ?? []].flat().map(fold) : [];
    switch (condition.kind) {
      case 'is':
        return items.includes(fold(condition.text));
      case 'contains':
        return items.some((one) => one.includes(fold(condition.text)));
      case 'empty':
        return items.length === 0;
      case 'filled':
        return items.length > 0;
      case 'taken': {
        const taken = String(values.dateCreated ?? '').slice(0, 10);
        return taken !== '' && taken >= condition.from! && taken <= `${condition.to}~`;
      }
      case 'rating':
        return Number(values.rating ?? 0) >= condition.least;
      default:
        throw new Error(condition.kind);
    }
  };

  test('finds the same pictures', async () => {
    const all = fc.sample(said, { numRuns: 60, seed: 7 });
    const { rows } = await server.db.execute<{ id: string }>(sql`
      insert into photos (assignment_id, name, position, record)
      select (select id from assignments limit 1), 'plain-' || n || '.jpg', 1000 + n,
        jsonb_build_object('version', 1, 'problems', '[]'::jsonb, 'camera', '{}'::jsonb, 'fields', one)
      from unnest(${sql.param(all.map((one) => JSON.stringify(Object.fromEntries(Object.entries(one).map(([id, value]) => [id, { value, agrees: true }])))))}::jsonb[])
        with ordinality as given (one, n) returning id`);
    await fc.assert(
      fc.asyncProperty(fc.array(anyCondition, { minLength: 1, maxLength: 3 }), async (conditions) => {
        const { photos: found } = await searchPhotos(
          server.context,
          { words: 'plain-', conditions },
          { most: 100 },
        );
        const expected = rows.filter((_, at) => conditions.every((one) => holds(all[at]!, one)));
        expect(found.map((one) => one.id).sort()).toEqual(expected.map((one) => one.id).sort());
      }),
      propertyRuns(60),
    );
  });
});

test('a licence is found by whom it is for and when it ends, with the pictures of its delivery', async () => {
  const { rows } = await server.db.execute<{ id: string; assignmentId: string; name: string }>(
    sql`select id, assignment_id as "assignmentId", name from photos where name = 's1.jpg'`,
  );
  const { id, assignmentId, name } = rows[0]!;
  const [run] = await server.db
    .insert(runs)
    .values({
      assignmentId,
      kind: 'deliver',
      state: 'done',
      parameters: {},
      askedBy: 'person',
      askedByName: '',
    } as never)
    .returning();
  await server.db.insert(runItems).values({ runId: run!.id, position: 0, photoId: id, name, state: 'done' });
  const granted = {
    licensee: 'Skarv Press',
    use: '',
    region: '',
    from: '',
    until: '2027-06-30',
    reference: '',
    isWritten: false,
  };
  await keepLicence(server.context, { assignmentId, runId: run!.id }, granted);
  expect(await namesOf('', `Run is ${run!.id.slice(0, 8)}`)).toEqual(['s1.jpg']);
  expect(await namesOf('', 'Run is 00000000')).toEqual([]);
  expect(await namesOf('', 'Licence is to skarv press')).toEqual(['s1.jpg']);
  expect(await namesOf('', 'Licence ends in 2027')).toEqual(['s1.jpg']);
  expect(await namesOf('', 'Licence ends to 2027-05')).toEqual([]);
  expect(await namesOf('', 'Licence is missing')).not.toContain('s1.jpg');
  // Which pictures it was for is not known any more: none of the assignment counts as free.
  await server.db.delete(runItems).where(eq(runItems.runId, run!.id));
  const ofLaunch = await namesOf('', 'Assignment is Launch');
  expect(await namesOf('', 'Licence is to Skarv Press')).toEqual(ofLaunch);
  await server.db.execute(sql`delete from licences`);
});

test('drafts are found by their template, and records that disagree until a draft settles it', async () => {
  const { rows } = await server.db.execute<{ id: string; assignmentId: string }>(
    sql`select id, assignment_id as "assignmentId" from photos where name = 's4.jpg'`,
  );
  const { id, assignmentId } = rows[0]!;
  await writeDrafts(server.context, assignmentId, these([id]), { kind: 'discard' });
  const [template] = await server.db
    .insert(templates)
    .values({ name: 'Standing rights', kind: 'rights', entries: [] } as never)
    .returning();
  const origin = { by: 'template', templateId: template!.id, name: 'Standing rights', version: 1 } as const;
  await writeOriginDrafts(
    server.context,
    assignmentId,
    new Map([[id, new Map<FieldId, string>([['creditLine', 'Aune Pell']])]]),
    origin as never,
  );
  expect(await namesOf('', 'Draft is from the template standing rights')).toEqual(['s4.jpg']);
  await server.db.execute(
    sql`update photos set record = jsonb_set(record, '{fields,keywords,agrees}', 'false') where id = ${id}`,
  );
  // Exif of s1 and s2 says another date.
  expect(await namesOf('', 'File has records that disagree')).toEqual(['s1.jpg', 's2.jpg', 's4.jpg']);
  await writeDrafts(server.context, assignmentId, these([id]), {
    kind: 'set',
    field: 'keywords',
    value: ['settled'],
  });
  expect(await namesOf('', 'File has records that disagree')).toEqual(['s1.jpg', 's2.jpg']);
});

// The planner is told to leave sequential scans (searchPhotos): where it takes one all the same, no index can answer.
test.each([
  'City is Havnes',
  'Keywords contains ket',
  'Exposure contains 250',
  'City is filled',
  'Taken in 2026-03',
  'Rating is at least 3',
  'Longer side is at least 4000',
  'Within 20 km of 63.11, 7.73',
  'Assignment is Yard',
  'Gathering is Best',
  'Fact vessel is Tordis',
  'Format is jpeg',
  'File has drafts',
  'File is missing',
  'File cannot be read',
  'File contradicts itself',
  'File was changed outside',
  'File has records that disagree',
  'Draft is from the template Standing rights',
  'Run is 3f2a90c1',
  'Licence is to Skarv Press',
  'Licence ends in 2027',
])('%s: an index answers', async (sentence) => {
  const where = conditionSql(conditionOf(sentence) as SqlCondition, new Map());
  const plan = await server.db.transaction(async (tx) => {
    await tx.execute(sql`set local enable_seqscan = off`);
    const { rows } = await tx.execute<{ 'QUERY PLAN': string }>(
      sql`explain select count(*) from ${photoSearch} where ${where}`,
    );
    return rows.map((row) => row['QUERY PLAN']).join('\n');
  });
  expect(plan).not.toMatch(/Seq Scan on photo(s|_search)\b/);
});

describe('an act on all that is found', () => {
  const skarv = { words: '', where: ['City is Skarv'] };
  beforeAll(async () => {
    const { rows } = await server.context.db.execute<{ id: string; assignmentId: string }>(
      sql`select id, assignment_id as "assignmentId" from photos where name in ('s1.jpg', 's3.jpg') order by assignment_id`,
    );
    await writeAcross(server.context, rows, { kind: 'set', field: 'city', value: 'Skarv' });
  });
  const keywordsOf = async (word: string) => (await namesOf(`"${word}"`)).sort();
  const add = (terms: readonly string[], pictures = 2) =>
    writeFound(server.context, { ...skarv, pictures, writing: { kind: 'add-keywords', terms } });

  test('is written in every assignment, undone in all of them, and done again', async () => {
    const written = await add(['harbour life']);
    expect(written.map(({ assignment, pictures }) => [assignment, pictures])).toEqual([
      ['Launch', 1],
      ['Yard', 1],
    ]);
    expect(await keywordsOf('harbour life')).toEqual(['s1.jpg', 's3.jpg']);
    const steps = written.map(({ assignmentId, writingId }) => ({ assignmentId, writingId: writingId! }));
    expect(await stepFound(server.context, steps, true)).toEqual({ kept: 0 });
    expect(await keywordsOf('harbour life')).toEqual([]);
    await stepFound(server.context, steps, true);
    await stepFound(server.context, steps, false);
    expect(await keywordsOf('harbour life')).toEqual(['s1.jpg', 's3.jpg']);
    await stepFound(server.context, steps, true);
  });

  test('where nothing changes, nothing is to be undone', async () => {
    const again = { kind: 'set', field: 'city', value: 'Skarv' } as const;
    const written = await writeFound(server.context, { ...skarv, pictures: 2, writing: again });
    expect(written).toEqual([
      expect.not.objectContaining({ writingId: expect.anything() }),
      expect.not.objectContaining({ writingId: expect.anything() }),
    ]);
  });

  test('of what is found only picked pictures are written to; a picked one that is not found stops it', async () => {
    const [s1, s4] = [ids.get('s1.jpg')!, ids.get('s4.jpg')!];
    const writing = { kind: 'add-keywords', terms: ['chosen'] } as const;
    await expect(
      writeFound(server.context, { ...skarv, only: [s1, s4], pictures: 2, writing }),
    ).rejects.toMatchObject({ code: 'found-differs' });
    await writeFound(server.context, { ...skarv, only: [s1], pictures: 1, writing });
    expect(await keywordsOf('chosen')).toEqual(['s1.jpg']);
  });

  test('is refused where another number is found than was shown, and writes nothing', async () => {
    await expect(add(['unseen'], 3)).rejects.toMatchObject({ code: 'found-differs', status: 409 });
    await expect(
      writeFound(server.context, {
        words: '',
        where: ['Colour is red'],
        pictures: 5,
        writing: { kind: 'add-keywords', terms: ['unseen'] },
      }),
    ).rejects.toMatchObject({ code: 'condition-not-understood' });
    expect(await keywordsOf('unseen')).toEqual([]);
  });

  test('asks before rights are given up, in no assignment without a yes', async () => {
    const giving = { kind: 'set', field: 'rightsStatus', value: 'public-domain' } as const;
    const asked = { ...skarv, pictures: 2, writing: giving };
    await expect(writeFound(server.context, asked)).rejects.toMatchObject({ code: 'gives-up-rights' });
    const written = await writeFound(server.context, { ...asked, confirmed: true });
    expect(written.map((one) => one.pictures)).toEqual([1, 1]);
    await stepFound(
      server.context,
      written.map(({ assignmentId, writingId }) => ({ assignmentId, writingId: writingId! })),
      true,
    );
  });

  test('two at a time wait for each other', async () => {
    const both = await Promise.all([add(['first']), add(['second'])]);
    expect(both.flat().every((one) => one.pictures === 1)).toBe(true);
    expect(await keywordsOf('first')).toEqual(await keywordsOf('second'));
  });
});
