import { namespaces, type Statement } from './skos';

/** Statements as RDF/XML (W3C Recommendation, 25 February 2014): those of one subject together, as they come. */
export function printRdfXml(statements: readonly Statement[]): string {
  const declared = Object.entries(namespaces).map(([prefix, iri]) => ` xmlns:${prefix}="${iri}"`);
  const parts = ['<?xml version="1.0" encoding="UTF-8"?>\n', `<rdf:RDF${declared.join('')}>\n`];
  let open = '';
  for (const { subject, predicate, object } of statements) {
    if (subject !== open) {
      if (open) parts.push('  </rdf:Description>\n');
      parts.push(`  <rdf:Description rdf:about="${escaped(subject)}">\n`);
      open = subject;
    }
    parts.push(`    ${property(predicate, object)}\n`);
  }
  parts.push(open ? '  </rdf:Description>\n' : '', '</rdf:RDF>\n');
  return parts.join('');
}

function property(predicate: string, object: Statement['object']): string {
  const name = qualified(predicate);
  if (typeof object === 'string') return `<${name} rdf:resource="${escaped(object)}"/>`;
  const attribute = object.language
    ? ` xml:lang="${escaped(object.language)}"`
    : object.datatype
      ? ` rdf:datatype="${escaped(object.datatype)}"`
      : '';
  return `<${name}${attribute}>${escaped(object.value)}</${name}>`;
}

function qualified(iri: string): string {
  const [prefix, namespace] = Object.entries(namespaces).find(([, one]) => iri.startsWith(one))!;
  return `${prefix}:${iri.slice(namespace.length)}`;
}

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\r': '&#13;',
};
const escaped = (value: string) => value.replace(/[&<>"\r]/g, (sign) => entities[sign]!);
