import { namespaces, usualPrefix } from '../catalogue/namespaces';
import { FormatError } from '../problems/problem';
import { notInXml } from './characters';
import type { XmpModel, XmpProperty, XmpValue } from './model';

/**
 * Readable RDF/XML of a model, without packet wrapper: properties as elements, structures by
 * parseType="Resource", qualified values by rdf:value (ISO 16684-1, 7). One rdf:Description a subject.
 */
export function serialiseRdf(model: XmpModel): string {
  const names = new Prefixes(model);
  const body = model.subjects.map((subject) => {
    const inner = subject.properties.map((one) => element(one, names, 3)).join('');
    return `  <rdf:Description rdf:about="${attribute(subject.about)}"${names.declarations()}>\n${inner}  </rdf:Description>\n`;
  });
  return `<x:xmpmeta xmlns:x="${namespaces.x}" x:xmptk="Fabrica">\n <rdf:RDF xmlns:rdf="${namespaces.rdf}">\n${body.join('')} </rdf:RDF>\n</x:xmpmeta>`;
}

function element({ ns, name, value }: XmpProperty, names: Prefixes, depth: number): string {
  const tag = names.qualified(ns, name);
  const indent = ' '.repeat(depth);
  if (value.qualifiers) {
    const { qualifiers, ...plain } = value;
    const fields = [{ ns: namespaces.rdf, name: 'value', value: plain as XmpValue }, ...qualifiers];
    return nested(tag, fields, names, depth);
  }
  switch (value.kind) {
    case 'simple': {
      const datatype = value.datatype ? ` rdf:datatype="${attribute(value.datatype)}"` : '';
      return `${indent}<${tag}${langOf(value)}${datatype}>${text(value.text)}</${tag}>\n`;
    }
    case 'uri':
      return `${indent}<${tag}${langOf(value)} rdf:resource="${attribute(value.text)}"/>\n`;
    case 'array': {
      const items = value.items
        .map((item) => element({ ns: namespaces.rdf, name: 'li', value: item }, names, depth + 2))
        .join('');
      return `${indent}<${tag}>\n${indent} <rdf:${value.form}>\n${items}${indent} </rdf:${value.form}>\n${indent}</${tag}>\n`;
    }
    case 'struct': {
      if (value.about === undefined) return nested(tag, value.fields, names, depth);
      const inner = value.fields.map((one) => element(one, names, depth + 2)).join('');
      const about = ` rdf:about="${attribute(value.about)}"`;
      return `${indent}<${tag}>\n${indent} <rdf:Description${about}>\n${inner}${indent} </rdf:Description>\n${indent}</${tag}>\n`;
    }
  }
}

function nested(tag: string, fields: readonly XmpProperty[], names: Prefixes, depth: number): string {
  const indent = ' '.repeat(depth);
  const inner = fields.map((one) => element(one, names, depth + 1)).join('');
  return `${indent}<${tag} rdf:parseType="Resource">\n${inner}${indent}</${tag}>\n`;
}

function langOf({ lang }: { readonly lang?: string }): string {
  return lang ? ` xml:lang="${attribute(lang)}"` : '';
}

function text(value: string): string {
  return checked(value).replace(/[&<>\r]/g, (c) =>
    c === '&' ? '&amp;' : c === '<' ? '&lt;' : c === '>' ? '&gt;' : '&#xD;',
  );
}

function attribute(value: string): string {
  return text(value).replace(/["\t\n]/g, (c) => (c === '"' ? '&quot;' : c === '\t' ? '&#x9;' : '&#xA;'));
}

/** Refused, never dropped. */
function checked(value: string): string {
  if (notInXml.test(value))
    throw new FormatError('xmp-character-refused', 'XMP', { expected: 'characters of XML 1.0' });
  return value;
}

/** Prefixes for the namespaces of a model: those met when reading, else the usual ones, else made up. */
class Prefixes {
  private readonly byUri = new Map<string, string>();

  constructor(model: XmpModel) {
    const taken = new Set(['rdf', 'xml', 'x', 'xmlns']);
    this.byUri.set(namespaces.rdf, 'rdf').set(namespaces.xml, 'xml');
    for (const uri of usedNamespaces(model)) {
      if (this.byUri.has(uri)) continue;
      const usual = model.prefixes.get(uri) ?? usualPrefix(uri);
      let prefix = usual && /^[A-Za-z_][\w.-]*$/.test(usual) && !taken.has(usual) ? usual : '';
      for (let n = 1; prefix === ''; n++) if (!taken.has(`ns${n}`)) prefix = `ns${n}`;
      taken.add(prefix);
      this.byUri.set(uri, prefix);
    }
  }

  qualified(ns: string, name: string): string {
    return `${this.byUri.get(ns)}:${name}`;
  }

  declarations(): string {
    return [...this.byUri]
      .filter(([uri]) => uri !== namespaces.rdf && uri !== namespaces.xml)
      .map(([uri, prefix]) => `\n    xmlns:${prefix}="${attribute(uri)}"`)
      .join('');
  }
}

function usedNamespaces(model: XmpModel): Set<string> {
  const used = new Set<string>();
  const walkProperty = ({ ns, value }: XmpProperty) => {
    used.add(ns);
    walkValue(value);
  };
  const walkValue = (value: XmpValue) => {
    value.qualifiers?.forEach(walkProperty);
    if (value.kind === 'array') value.items.forEach(walkValue);
    if (value.kind === 'struct') value.fields.forEach(walkProperty);
  };
  for (const subject of model.subjects) subject.properties.forEach(walkProperty);
  return used;
}
