import { limits } from '../bytes/limits';
import { namespaces, usualPrefix } from '../catalogue/namespaces';
import { FormatError } from '../problems/problem';
import type { ArrayForm, XmpModel, XmpProperty, XmpSubject, XmpValue } from './model';
import { sameXmpValue } from './same';
import { elements, textOf, type XmlAttribute, type XmlDocument, type XmlElement } from './xml';

/*
 * RDF/XML → XMP, the subset of ISO 16684-1, annex C.2. One method a production:
 *
 *   RDF              = rdf:RDF { nodeElement }
 *   nodeElement      = rdf:Description | typed node, with property attributes { propertyElement }
 *   propertyElement  = resource | literal | parseType="Resource" | empty
 *   resource         = one child: rdf:Bag | rdf:Seq | rdf:Alt | nodeElement
 *
 * Other forms (rdf:ID, rdf:nodeID, parseType Literal and Collection, mixed content) throws
 * `xmp-outside-subset`: such a packet is kept as it is and never rewritten. rdf:about of a nested
 * description and rdf:datatype have no meaning in XMP, as the XMP toolkit takes them, and are kept.
 * xml:lang is inherited as XML says and is attached to the literals.
 */
const RDF = namespaces.rdf;
const XML = namespaces.xml;
const forms: Record<string, ArrayForm> = { Bag: 'Bag', Seq: 'Seq', Alt: 'Alt' };

/** The model of a packet's RDF (ISO 16684-1, 7). Throws where it uses what XMP does not allow. */
export function xmpFromXml(document: XmlDocument): XmpModel {
  return new RdfReader().model(document);
}

class RdfReader {
  /** Names of properties that occur several times and differ. */
  private readonly repeated = new Set<string>();

  model({ root, prefixes }: XmlDocument): XmpModel {
    const blocks = is(root, 'RDF') ? [root] : elements(root).filter((child) => is(child, 'RDF'));
    if (blocks.length === 0) throw new FormatError('xmp-not-rdf', 'XMP', { expected: 'rdf:RDF' });
    const outer = inheritedLang(undefined, root);
    const byAbout = new Map<string, XmpProperty[]>();
    for (const rdf of blocks) {
      const lang = inheritedLang(outer, rdf);
      for (const element of onlyElements(rdf)) {
        const about = aboutOf(element) ?? '';
        const held = byAbout.get(about) ?? [];
        if (byAbout.size >= limits.xmpSubjects)
          throw new FormatError('limit-exceeded', 'XMP', {
            expected: `at most ${limits.xmpSubjects} resources`,
          });
        byAbout.set(about, held);
        for (const one of this.nodeProperties(element, lang)) held.push(one);
      }
    }
    const [named, ...more] = [...byAbout.keys()].filter((about) => about !== '');
    const unnamed = byAbout.get('');
    // One resource, of which some descriptions do not say the name: all rdf:about are equal (ISO 16684-1, 7.4).
    if (named !== undefined && more.length === 0 && unnamed) {
      const both = [...byAbout.values()].flat();
      byAbout.clear();
      byAbout.set(named, both);
    }
    const subjects = [...byAbout].map(
      ([about, properties]): XmpSubject => ({ about, properties: this.once(properties) }),
    );
    return {
      subjects: subjects.length > 0 ? subjects : [{ about: '', properties: [] }],
      prefixes,
      ...(this.repeated.size > 0 ? { repeated: [...this.repeated] } : {}),
    };
  }

  /** Each property once: the same value said twice is said once, of different ones the first counts. */
  private once(properties: readonly XmpProperty[]): readonly XmpProperty[] {
    const held = new Map<string, XmpProperty>();
    for (const one of properties) {
      const key = `${one.ns}\0${one.name}`;
      const first = held.get(key);
      if (!first) held.set(key, one);
      else if (!sameXmpValue(first.value, one.value))
        this.repeated.add(`${usualPrefix(one.ns) ?? one.ns}:${one.name}`);
    }
    return held.size === properties.length ? properties : [...held.values()];
  }

  /** The properties of rdf:Description or of a typed node, whose type becomes a property rdf:type. */
  private nodeProperties(element: XmlElement, outer: string | undefined): XmpProperty[] {
    const lang = inheritedLang(outer, element);
    const properties: XmpProperty[] = [];
    if (!is(element, 'Description')) {
      if (element.ns === RDF || element.ns === '') throw outside(`rdf:${element.name}`);
      properties.push({ ns: RDF, name: 'type', value: { kind: 'uri', text: element.ns + element.name } });
    }
    for (const attribute of element.attributes)
      if (attribute.ns !== XML && !isAbout(attribute)) properties.push(propertyAttribute(attribute, lang));
    for (const child of onlyElements(element)) properties.push(this.propertyElement(child, lang));
    return properties;
  }

  private propertyElement(element: XmlElement, outer: string | undefined): XmpProperty {
    if (element.ns === '' || (element.ns === RDF && !['li', 'value', 'type'].includes(element.name)))
      throw outside(`element ${element.name}`);
    const value = this.propertyValue(element, inheritedLang(outer, element));
    return { ns: element.ns, name: element.name, value };
  }

  private propertyValue(element: XmlElement, lang: string | undefined): XmpValue {
    const attributes = element.attributes.filter((one) => one.ns !== XML);
    const parseType = attributes.find((one) => one.ns === RDF && one.name === 'parseType');
    if (parseType) {
      if (parseType.value !== 'Resource' || attributes.length > 1) throw outside('rdf:parseType');
      return this.structOrQualified(onlyElements(element).map((child) => this.propertyElement(child, lang)));
    }
    if (elements(element).length > 0) return this.resourceValue(element, attributes, lang);
    const text = textOf(element);
    const [first, ...others] = attributes;
    if (!first) return literal(text, lang);
    if (others.length === 0 && first.ns === RDF && first.name === 'datatype')
      return { ...literal(text, lang), datatype: first.value };
    if (text !== '') throw outside('attributes beside text');
    return this.emptyElementValue(element, attributes, lang);
  }

  private resourceValue(
    element: XmlElement,
    attributes: readonly XmlAttribute[],
    lang: string | undefined,
  ): XmpValue {
    const [child, ...more] = onlyElements(element);
    if (!child || more.length > 0 || attributes.length > 0) throw outside('resource property');
    const form = child.ns === RDF ? forms[child.name] : undefined;
    if (!form) {
      const value = this.structOrQualified(this.nodeProperties(child, lang));
      const about = aboutOf(child);
      return about && value.kind === 'struct' ? { ...value, about } : value;
    }
    if (child.attributes.some((one) => one.ns !== XML)) throw outside('attributes of an array');
    const inner = inheritedLang(lang, child);
    const items = onlyElements(child).map((item) => {
      if (!is(item, 'li')) throw outside('array item');
      return this.propertyElement(item, inner).value;
    });
    return { kind: 'array', form, items };
  }

  /** Of an address the other attributes are qualifiers (ISO 16684-1, annex C.2.12). */
  private emptyElementValue(
    element: XmlElement,
    attributes: readonly XmlAttribute[],
    lang: string | undefined,
  ): XmpValue {
    const resource = attributes.find((one) => one.ns === RDF && one.name === 'resource');
    if (!resource) return this.structOrQualified(attributes.map((one) => propertyAttribute(one, lang)));
    const qualifiers = attributes
      .filter((one) => one !== resource)
      .map((one) => propertyAttribute(one, undefined));
    const own = inheritedLang(undefined, element);
    return {
      kind: 'uri',
      text: resource.value,
      ...(own ? { lang: own } : {}),
      ...(qualifiers.length > 0 ? { qualifiers: this.once(qualifiers) } : {}),
    };
  }

  /** A node with rdf:value is that value with the other properties as its qualifiers (7.4). */
  private structOrQualified(fields: readonly XmpProperty[]): XmpValue {
    const value = fields.find((one) => one.ns === RDF && one.name === 'value');
    if (!value) return { kind: 'struct', fields: this.once(fields) };
    const qualifiers = fields.filter((one) => one !== value);
    if (qualifiers.some((one) => one.ns === RDF && one.name === 'value') || value.value.qualifiers)
      throw outside('rdf:value');
    return { ...value.value, qualifiers: this.once(qualifiers) };
  }
}

function isAbout({ ns, name }: XmlAttribute): boolean {
  return name === 'about' && (ns === RDF || ns === '');
}

function aboutOf(element: XmlElement): string | undefined {
  return element.attributes.find(isAbout)?.value;
}

function propertyAttribute(attribute: XmlAttribute, lang: string | undefined): XmpProperty {
  if (attribute.ns === RDF && attribute.name === 'type')
    return { ns: RDF, name: 'type', value: { kind: 'uri', text: attribute.value } };
  if (attribute.ns === '' || (attribute.ns === RDF && attribute.name !== 'value'))
    throw outside(`attribute ${attribute.name}`);
  return { ns: attribute.ns, name: attribute.name, value: literal(attribute.value, lang) };
}

function literal(text: string, lang: string | undefined) {
  return lang ? ({ kind: 'simple', text, lang } as const) : ({ kind: 'simple', text } as const);
}

function inheritedLang(outer: string | undefined, element: XmlElement): string | undefined {
  const own = element.attributes.find((one) => one.ns === XML && one.name === 'lang');
  return own ? own.value || undefined : outer;
}

function onlyElements(parent: XmlElement): XmlElement[] {
  if (textOf(parent).trim() !== '') throw outside('mixed content');
  return elements(parent);
}

function is(element: XmlElement, name: string): boolean {
  return element.ns === RDF && element.name === name;
}

function outside(what: string): FormatError {
  return new FormatError('xmp-outside-subset', 'XMP', { found: what });
}
