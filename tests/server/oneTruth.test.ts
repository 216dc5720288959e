import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { FieldId } from '@/core/catalogue/fields';
import { usualChoices } from '@/core/naming/importChoices';
import { compileTemplates } from '@/core/templates/resolve';
import type { Entry } from '@/core/templates/template';
import { rulesFor } from '@/core/templates/template';
import { contextsOf, incomingDrafts, nameExamples } from '@/features/bringIn/incoming';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';
import { readSource } from '@/server/operations/bringIn/readSource';
import { startImport } from '@/server/operations/bringIn/startImport';
import { installationContext, saveIdentity } from '@/server/operations/identities/identities';
import { changeTemplate, createTemplate, templatesById } from '@/server/operations/templates/templates';
import { propertyRuns } from '../fixtures/budget';
import { valuesIn, type WantedValues } from '../fixtures/embed';
import {
  assignmentWith,
  carryOut,
  openTestServer,
  receiptOf,
  smallJpeg,
  type TestServer,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

const fields = [
  'creator',
  'copyrightNotice',
  'headline',
  'description',
  'keywords',
  'city',
  'rating',
  'jobId',
] as const;
const texts: Readonly<Record<(typeof fields)[number], readonly string[]>> = {
  creator: ['Aune Pell', '{{ me : name }}'],
  copyrightNotice: ['© {{ year taken }} {{ me : name }}', '© {{ this year }} {{ creator }}'],
  headline: ['{{ client }} {{ running number : 3 }}', '{{ folder }}', 'Launch'],
  description: ['{{ creator }} / {{ client }}', 'Photograph: {{ me : name }}, {{ me : telephone }}'],
  keywords: ['ketch', 'sail', '{{ client }}', 'Boat'],
  city: ['Havnes', '{{ missing fact }}'],
  rating: ['3', '{{ running number }}'],
  jobId: ['{{ file name }}-{{ pixel size }}'],
};
const entryOf = (id: (typeof fields)[number]): fc.Arbitrary<Entry> =>
  fc
    .record({
      field: fc.constant(id as FieldId),
      rule: fc.constantFrom(...rulesFor(id)),
      texts: fc.subarray([...texts[id]], { minLength: 1, maxLength: id === 'keywords' ? 3 : 1 }),
    })
    .map((one) => (one.rule === 'erase' ? { ...one, texts: [] } : one));
const entries = fc
  .uniqueArray(fc.constantFrom(...fields), { minLength: 2, maxLength: 6 })
  .chain((ids) => fc.tuple(...ids.map(entryOf)));
const before = fc.record(
  {
    creator: fc.constant(['Aune Pell']),
    description: fc.constantFrom(
      'A caption.',
      'A caption.\nPhotograph: Me Then, 1',
      'Photograph of the old harbour.',
    ),
    keywords: fc.constantFrom(['ketch'], ['boat', 'old']),
    rating: fc.constantFrom('0', '5'),
    city: fc.constant('Pellvik'),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<WantedValues>;

test('what the page shows before is what the run wrote, field by field, and how it named the files', async () => {
  const me = await saveIdentity(server.context, {
    name: 'me',
    kind: 'person',
    parts: { name: 'Me Then', telephone: '1' },
  });
  await saveIdentity(
    server.context,
    { name: 'me', kind: 'person', parts: { name: 'Me Now', telephone: '2' } },
    me.id,
  );
  let seed = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(entries, { minLength: 1, maxLength: 2 }),
      entries,
      fc.array(before, { minLength: 1, maxLength: 3 }),
      fc.constantFrom('', 'sail, boat, harbour'),
      fc.constantFrom('', '4'),
      async (versions, second, pictures, keywords, rating) => {
        const files = Object.fromEntries(
          await Promise.all(
            pictures.map(
              async (values, at) =>
                [at === 1 ? `day/${at}.jpg` : `${at}.jpg`, await smallJpeg(++seed, values)] as const,
            ),
          ),
        );
        const one = await assignmentWith(server, files);
        const [first, later] = versions;
        const kept = await createTemplate(server.context, { name: 'A', kind: 'standing', entries: first! });
        if (later)
          await changeTemplate(server.context, kept.id, { name: 'A', kind: 'standing', entries: later }, 1);
        const other = await createTemplate(server.context, { name: 'B', kind: 'job', entries: second });
        await changeAssignment(server.context, one.id, { inForce: [kept.id, other.id] });

        const assignment = await readAssignment(server.context, one.id);
        const source = await readSource(server.context, assignment.sourceFolderId!, one.id);
        const compiled = compileTemplates(await templatesById(server.context, assignment.inForce));
        const contextOf = contextsOf(
          assignment,
          await installationContext(server.context),
          source.lastPosition,
        );
        const choices = {
          ...usualChoices,
          keywords,
          rating,
          name: '{{ running number : 2 }} {{ headline ? none }}',
        };
        const shown = incomingDrafts(compiled, contextOf, choices);
        const names = nameExamples(source.pictures, choices, compiled, contextOf);

        const paths = source.pictures.map((picture) => picture.relativePath);
        const { runId } = await startImport(server.context, one.id, {
          paths,
          leaveAsTheyAre: [],
          ...choices,
        });
        await carryOut(server.context, runId);
        const { items } = await receiptOf(server.context, runId);
        for (const [at, picture] of source.pictures.entries()) {
          const item = items[at]!;
          const { drafts } = shown(picture, at, 'usual');
          const told = Object.fromEntries(Object.entries(drafts).map(([id, draft]) => [id, draft.value]));
          const wrote = Object.fromEntries(
            Object.entries(item.result!.written).map(([id, field]) => [id, field!.after]),
          );
          expect(wrote).toEqual(told);
          expect(item.result!.target).toBe(names[at]!.path);
          const file = await valuesIn(
            new Uint8Array(readFileSync(path.join(one.working, item.result!.target!))),
          );
          for (const [id, value] of Object.entries(told))
            expect([id, file[id as FieldId] ?? null]).toEqual([id, value]);
        }
      },
    ),
    propertyRuns(6),
  );
});
