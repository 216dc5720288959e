import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { printRdfXml } from '@/core/keywords/vocabulary/rdfXml';
import { type Statement, skosStatements, termsOfSkos } from '@/core/keywords/vocabulary/skos';
import type { Term, Vocabulary } from '@/core/keywords/vocabulary/term';
import { parseRdfXml, parseTurtle, printTurtle } from '@/server/operations/vocabulary/rdf';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const vocabulary: Vocabulary = new Map(
  [
    {
      id: uuid(1),
      spelling: 'craft',
      synonyms: [],
      languages: {},
      added: '2026-05-01',
      state: 'heading' as const,
    },
    {
      id: uuid(2),
      spelling: 'boat & "ship" <old>',
      synonyms: ['vessel', 'Fahrzeug; groß'],
      languages: { de: ['Boot', 'Kahn'], 'pt-br': ['barco'] },
      broader: uuid(1),
      note: 'One line\nand another, with a tab\there.',
      added: '2026-05-02',
    },
    {
      id: uuid(3),
      spelling: '船',
      synonyms: [],
      languages: { en: ['ship'] },
      broader: uuid(2),
      added: '2026-05-03',
      state: 'retired' as const,
    },
  ].map((term): [string, Term] => [term.id, term as unknown as Term]),
);
const statements = skosStatements(vocabulary);
const SKOS = 'http://www.w3.org/2004/02/skos/core#';

/** N-Triples of a file by raptor (Debian raptor2-utils), an RDF library of its own. */
function rapper(text: string, syntax: 'turtle' | 'rdfxml'): string[] {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'fabrica-skos-')), 'vocabulary');
  writeFileSync(file, text);
  return execFileSync('rapper', ['-q', '-i', syntax, '-o', 'ntriples', file, 'http://x.test/'], {
    encoding: 'utf8',
  })
    .trim()
    .split('\n')
    .sort();
}

test('Turtle and RDF/XML say the same to an independent RDF library, and to ours', async () => {
  const [turtle, xml] = [await printTurtle(statements), printRdfXml(statements)];
  const read = rapper(turtle, 'turtle');
  expect(read).toHaveLength(statements.length);
  expect(rapper(xml, 'rdfxml')).toEqual(read);
  const plain = (some: readonly Statement[]) => termsOfSkos(some).terms;
  expect(plain(parseTurtle(turtle))).toEqual(plain(statements));
  expect(plain(await parseRdfXml(xml))).toEqual(plain(statements));
  expect(plain(parseTurtle(read.join('\n')))).toHaveLength(3);
});

// SKOS Reference, sections 4 to 8: integrity conditions S9, S13, S14, S27 and the domains of its properties.
test('what is written keeps the integrity conditions of SKOS', () => {
  const of = (predicate: string) => statements.filter((one) => one.predicate === SKOS + predicate);
  const typed = (type: string) =>
    new Set(statements.filter((one) => one.object === SKOS + type).map((one) => one.subject));
  // S9: concepts and schemes are not the same things.
  for (const scheme of typed('ConceptScheme')) expect(typed('Concept').has(scheme)).toBe(false);
  // S14: no two preferred labels of one language; S13: preferred and alternative labels differ.
  const key = ({ subject, object }: Statement) =>
    typeof object === 'string' ? '' : `${subject} ${object.language} ${object.value}`;
  const languages = of('prefLabel').map(
    ({ subject, object }) => `${subject} ${(object as { language: string }).language}`,
  );
  expect(new Set(languages).size).toBe(languages.length);
  const preferred = new Set(of('prefLabel').map(key));
  expect(of('altLabel').filter((one) => preferred.has(key(one)))).toEqual([]);
  // S27: nothing is related to what is broader; nothing is related at all. Broader terms are concepts.
  expect(of('related')).toEqual([]);
  for (const { object } of of('broader')) expect(typed('Concept').has(object as string)).toBe(true);
});

test.each([
  ['broken Turtle', () => Promise.resolve(parseTurtle('<a> <b> .'))],
  ['broken XML', () => parseRdfXml('<rdf:RDF><a>')],
  // Half a megabyte of it kept the whole application busy for half a minute.
  ['nested a hundred thousand deep', () => parseRdfXml(`<rdf:RDF>${'<a>'.repeat(100_000)}`)],
  ['a document type', () => parseRdfXml('<!DOCTYPE x [<!ENTITY a "b">]><rdf:RDF/>')],
])('refused, with what is wrong: %s', async (_, read) => {
  await expect((async () => read())()).rejects.toThrow(/could not be read/);
});
