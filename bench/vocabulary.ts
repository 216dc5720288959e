// npm run bench:vocabulary [-- --photos 10000 --terms 50000]: the acts of a vocabulary of this size, medians.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import type { Context } from '../src/server/context';
import { withInstallation } from './installation';

const { values } = parseArgs({
  options: {
    photos: { type: 'string', default: '10000' },
    terms: { type: 'string', default: '50000' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-vocabulary') },
  },
});
const ROUNDS = 9;

async function measure(what: string, work: (round: number) => Promise<unknown>, rounds = ROUNDS) {
  const took: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const began = performance.now();
    await work(round);
    took.push(performance.now() - began);
  }
  const sorted = [...took].sort((a, b) => a - b);
  console.log(
    `${what}: ${Math.round(sorted[Math.floor(sorted.length / 2)]!)} ms (${took.map(Math.round).join(', ')})`,
  );
}

/** Terms of two syllables out of many, ten thousand headings' worth of depth two, with synonyms. */
function indented(count: number): string {
  const parts = [
    'bar',
    'del',
    'fin',
    'gor',
    'hul',
    'jam',
    'kel',
    'lum',
    'mar',
    'nor',
    'pel',
    'ras',
    'sol',
    'tir',
    'vak',
  ];
  const word = (n: number) =>
    [n % 15, Math.floor(n / 15) % 15, Math.floor(n / 225) % 15, Math.floor(n / 3375) % 15]
      .map((at) => parts[at]!)
      .join('');
  return Array.from({ length: count }, (_, n) => `${n % 10 === 0 ? '' : '\t'}${word(n)} ${n}\n`).join('');
}

await withInstallation({ work: values.folder, port: 4798, photos: Number(values.photos) }, async ({ id }) => {
  const { contextFor } = await import('../src/server/context');
  const { takeInVocabulary } = await import('../src/server/operations/vocabulary/exchangeVocabulary');
  const { completeTerm, checkTerms } = await import('../src/server/operations/vocabulary/offerTerms');
  const { suggestTerms } = await import('../src/server/operations/vocabulary/suggestTerms');
  const { carriersOf, carryThrough } = await import('../src/server/operations/vocabulary/carryThrough');
  const { listTerms, vocabularyOrder } = await import('../src/server/operations/vocabulary/listTerms');
  const { carryOutAct } = await import('../src/server/operations/vocabulary/askedAct');
  const context: Context = contextFor('person');
  const text = indented(Number(values.terms));
  await measure(
    `${values.terms} terms shown before they are taken in`,
    () => takeInVocabulary(context, 'text', text, false),
    1,
  );
  await measure('taken in', () => takeInVocabulary(context, 'text', text, true), 1);
  await context.db.execute(sql`analyze`);
  await completeTerm(context, 'warm');
  await measure('completion, two letters', (round) => completeTerm(context, ['ba', 'de', 'fi'][round % 3]!));
  await measure('completion, five letters', (round) => completeTerm(context, ['barde', 'delfi'][round % 2]!));
  await checkTerms(context, ['warm']);
  await measure('near-duplicates of ten words', () =>
    checkTerms(
      context,
      Array.from({ length: 10 }, (_, at) => `barbarbarba ${at}`),
    ),
  );
  const { rows } = await context.db.execute<{ id: string }>(sql`select id from photos limit 1000`);
  const some = { of: 'these' as const, ids: rows.map((row) => row.id) };
  await suggestTerms(context, id, some);
  await measure('suggestions for 1,000 pictures', () => suggestTerms(context, id, some));
  await measure('all terms with their use', () => listTerms(context));
  await measure('what is out of order', () => vocabularyOrder(context), 3);
  await measure(`a word on ${values.photos} pictures: proof`, () => carriersOf(context, ['ketch']));
  await measure(
    'carried through',
    (round) =>
      carryThrough(context, { from: [round % 2 ? 'yawl' : 'ketch'], to: [round % 2 ? 'ketch' : 'yawl'] }),
    3,
  );
  const [term] = await listTerms(context);
  await measure('a term renamed', (round) =>
    carryOutAct(context, { kind: 'edit', id: term!.id, edit: { spelling: `renamed ${round}` } }),
  );
});
process.exit(0);
