import type { ForeignTerm, ForeignVocabulary } from './exchange';
import type { Term, Vocabulary } from './term';

/*
 * A vocabulary as SKOS (W3C Recommendation, 18 August 2009, "SKOS Simple Knowledge Organization System
 * Reference"): a concept a term, in one concept scheme. The preferred spelling is the label without a
 * language; it is the only one without (S14), and differs from the others (S13). Retired terms are
 * owl:deprecated; headings, which SKOS has no word for, are of a class of our own.
 */
export const namespaces = {
  rdf: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
  skos: 'http://www.w3.org/2004/02/skos/core#',
  dcterms: 'http://purl.org/dc/terms/',
  owl: 'http://www.w3.org/2002/07/owl#',
  xsd: 'http://www.w3.org/2001/XMLSchema#',
  fabrica: 'urn:fabrica:vocabulary:',
} as const;
const { rdf, skos, dcterms, owl, xsd, fabrica } = namespaces;

export interface Literal {
  readonly value: string;
  /** Tag of its language, RFC 5646; '' where it has none. */
  readonly language: string;
  /** IRI; plain texts have none. */
  readonly datatype?: string;
}

/** A statement of RDF: subject and predicate by their IRIs (or names of blank nodes), the object an IRI or a literal. */
export interface Statement {
  readonly subject: string;
  readonly predicate: string;
  readonly object: string | Literal;
}

const SCHEME = `${fabrica}terms`;
const iriOf = (id: string) => `urn:uuid:${id}`;
const text = (value: string, language = ''): Literal => ({ value, language });

/** A vocabulary as statements, all of a term together. */
export function skosStatements(vocabulary: Vocabulary): Statement[] {
  const statements: Statement[] = [
    { subject: SCHEME, predicate: `${rdf}type`, object: `${skos}ConceptScheme` },
  ];
  for (const term of vocabulary.values())
    for (const [predicate, object] of aboutTerm(term))
      statements.push({ subject: iriOf(term.id), predicate, object });
  return statements;
}

function* aboutTerm(term: Term): Generator<[string, Statement['object']]> {
  yield [`${rdf}type`, `${skos}Concept`];
  if (term.state === 'heading') yield [`${rdf}type`, `${fabrica}Heading`];
  yield [`${skos}inScheme`, SCHEME];
  yield [`${skos}prefLabel`, text(term.spelling)];
  for (const word of term.synonyms) yield [`${skos}altLabel`, text(word)];
  for (const [tag, [first, ...more]] of Object.entries(term.languages)) {
    if (first) yield [`${skos}prefLabel`, text(first, tag)];
    for (const word of more) yield [`${skos}altLabel`, text(word, tag)];
  }
  if (term.broader === undefined) yield [`${skos}topConceptOf`, SCHEME];
  else yield [`${skos}broader`, iriOf(term.broader)];
  if (term.note) yield [`${skos}note`, text(term.note)];
  yield [`${dcterms}created`, { value: term.added, language: '', datatype: `${xsd}date` }];
  if (term.state === 'retired')
    yield [`${owl}deprecated`, { value: 'true', language: '', datatype: `${xsd}boolean` }];
}

/** What is said of one subject, by predicate. */
type About = Map<string, Statement['object'][]>;

/**
 * Terms of SKOS from anywhere: whatever has a preferred label is a term, `narrower`, `hasTopConcept` and
 * `topConceptOf` are understood as well as `broader`. Of several broader terms the first is taken.
 */
export function termsOfSkos(statements: Iterable<Statement>): ForeignVocabulary {
  const subjects = new Map<string, About>();
  for (const { subject, predicate, object } of statements) put(subjects, subject, predicate, object);
  for (const [subject, about] of [...subjects])
    for (const narrower of about.get(`${skos}narrower`) ?? [])
      if (typeof narrower === 'string') put(subjects, narrower, `${skos}broader`, subject);
  const labelled = [...subjects].filter(([, about]) => about.has(`${skos}prefLabel`));
  const places = new Map(labelled.map(([subject], place) => [subject, place]));
  const leftOut: ForeignVocabulary['leftOut'][number][] = [];
  const terms = labelled.map(([subject, about]) => foreignTerm(subject, about, places, leftOut));
  for (const [subject, about] of subjects)
    if (about.has(`${skos}altLabel`) && !about.has(`${skos}prefLabel`))
      leftOut.push({ word: subject.slice(0, 80), why: 'no-label' });
  return { terms, leftOut };
}

function put(subjects: Map<string, About>, subject: string, predicate: string, object: Statement['object']) {
  const about: About = subjects.get(subject) ?? new Map();
  subjects.set(subject, about);
  const objects = about.get(predicate);
  if (!objects) about.set(predicate, [object]);
  else if (typeof object !== 'string' || !objects.includes(object)) objects.push(object);
}

const UUID = /^urn:uuid:([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/i;
const DAY = /^\d{4}-\d{2}-\d{2}/;

function foreignTerm(
  subject: string,
  about: About,
  places: ReadonlyMap<string, number>,
  leftOut: ForeignVocabulary['leftOut'][number][],
): ForeignTerm {
  const literals = (predicate: string) =>
    (about.get(predicate) ?? []).filter((one) => typeof one !== 'string');
  const labels = literals(`${skos}prefLabel`);
  // The label without a language; failing that the English one, failing that the first.
  const preferred =
    labels.find((one) => one.language === '') ??
    labels.find((one) => /^en\b/i.test(one.language)) ??
    labels[0]!;
  const spelling = preferred.value.trim();
  const others = labels.filter((one) => one !== preferred);
  const alternatives = [...literals(`${skos}altLabel`), ...literals(`${skos}hiddenLabel`)];
  const isOwn = ({ language }: Literal) => language === '' || language === preferred.language;
  const languages: Record<string, string[]> = {};
  for (const one of [...others, ...alternatives].filter((label) => !isOwn(label))) {
    const tag = one.language.toLowerCase();
    languages[tag] = [...(languages[tag] ?? []), one.value];
  }
  const broader = (about.get(`${skos}broader`) ?? []).flatMap((one) =>
    typeof one === 'string' ? (places.get(one) ?? []) : [],
  );
  if (broader.length > 1) leftOut.push({ word: spelling.slice(0, 80), why: 'second-broader' });
  const note = [
    ...literals(`${skos}note`),
    ...literals(`${skos}scopeNote`),
    ...literals(`${skos}definition`),
  ][0];
  const created = literals(`${dcterms}created`)[0]?.value;
  const isRetired = literals(`${owl}deprecated`).some((one) => /^(true|1)$/.test(one.value));
  const isHeading = (about.get(`${rdf}type`) ?? []).includes(`${fabrica}Heading`);
  const id = UUID.exec(subject)?.[1]?.toLowerCase();
  return {
    ...(id ? { id } : {}),
    spelling,
    synonyms: [...others, ...alternatives].filter(isOwn).map((one) => one.value),
    languages,
    ...(broader[0] === undefined ? {} : { broader: broader[0] }),
    ...(note ? { note: note.value } : {}),
    ...(created && DAY.test(created) ? { added: created.slice(0, 10) } : {}),
    ...(isHeading ? { state: 'heading' as const } : isRetired ? { state: 'retired' as const } : {}),
  };
}
