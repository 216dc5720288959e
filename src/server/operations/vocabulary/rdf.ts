import { Readable } from 'node:stream';
import { DataFactory, Parser, type Quad, type Term as RdfTerm, Writer } from 'n3';
import { RdfXmlParser } from 'rdfxml-streaming-parser';
import { SaxesParser } from 'saxes';
import { namespaces, type Statement } from '../../../core/keywords/vocabulary/skos';
import { failure } from '../../problems/errors';

/** More statements than a vocabulary of our size has. */
const MOST_STATEMENTS = 4_000_000;
const BASE = 'urn:fabrica:file:';

/** Statements of Turtle (W3C Recommendation, 25 February 2014); N-Triples too, which is a part of it. */
export function parseTurtle(text: string): Statement[] {
  try {
    return bounded(new Parser({ baseIRI: BASE, format: 'text/turtle' }).parse(text));
  } catch (error) {
    throw unreadable(error);
  }
}

/** Statements of RDF/XML (W3C Recommendation, 25 February 2014). A document type is refused: nothing is expanded or fetched. */
export async function parseRdfXml(text: string): Promise<Statement[]> {
  if (/<!DOCTYPE/i.test(text))
    throw failure('vocabulary-file-unreadable', { why: 'it declares a document type' });
  refuseNesting(text);
  const parser = new RdfXmlParser({ baseIRI: BASE });
  const quads: Quad[] = [];
  try {
    for await (const quad of Readable.from([text]).pipe(parser)) quads.push(quad as Quad);
    return bounded(quads);
  } catch (error) {
    throw unreadable(error);
  }
}

/** Elements inside one another; SKOS needs a handful. The parser takes time by the square of it. */
const DEEPEST = 64;

function refuseNesting(text: string): void {
  const parser = new SaxesParser();
  let depth = 0;
  parser.on('opentag', () => {
    if (++depth > DEEPEST)
      throw failure('vocabulary-file-unreadable', {
        why: `its elements are nested more than ${DEEPEST} deep`,
      });
  });
  parser.on('closetag', () => depth--);
  // The parser of statements reports what is not well-formed.
  parser.on('error', () => undefined);
  parser.write(text).close();
}

function bounded(quads: readonly Quad[]): Statement[] {
  if (quads.length > MOST_STATEMENTS) throw failure('vocabulary-file-unreadable', { why: 'it is too long' });
  return quads.map(({ subject, predicate, object }) => ({
    subject: subject.value,
    predicate: predicate.value,
    object: objectOf(object),
  }));
}

function objectOf(object: RdfTerm): Statement['object'] {
  if (object.termType !== 'Literal') return object.value;
  const { value, language, datatype } = object;
  return { value, language, ...(datatype ? { datatype: datatype.value } : {}) };
}

/** What a parser says of the text, without its stack and in one line. */
function unreadable(error: unknown): Error {
  const message = error instanceof Error ? error.message : '';
  const why = message.replace(/\s+/g, ' ').slice(0, 120).replace(/\.$/, '');
  return failure('vocabulary-file-unreadable', { why: why || 'it is not what its kind says' });
}

/** Statements as Turtle. */
export function printTurtle(statements: readonly Statement[]): Promise<string> {
  const { namedNode, literal } = DataFactory;
  const writer = new Writer({ prefixes: namespaces });
  for (const { subject, predicate, object } of statements)
    writer.addQuad(
      namedNode(subject),
      namedNode(predicate),
      typeof object === 'string'
        ? namedNode(object)
        : literal(object.value, object.datatype ? namedNode(object.datatype) : object.language || undefined),
    );
  return new Promise((resolve, reject) => {
    writer.end((error, result) => (error ? reject(error) : resolve(result as string)));
  });
}
