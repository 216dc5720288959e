import { namespaces } from '../catalogue/namespaces';
import { FormatError } from '../problems/problem';
import type { ArrayForm, XmpModel, XmpProperty, XmpSubject, XmpValue } from './model';
import { elements, textOf, type XmlAttribute, type XmlDocument, type XmlElement } from './xml';

/*
 * RDF/XML → XMP, the subset of ISO 16684-1, annex C.2. One function a production:
 *
 *   RDF              = rdf:RDF { nodeElement }
 *   nodeElement      = rdf:Description | typed node, with property attributes { propertyElement }
 *   propertyElement  = resource | literal | parseType="Resource" | empty
 *   resource         = one child: rdf:Bag | rdf:Seq | rdf:Alt | nodeElement
 *
 * What lies outside (rdf:ID, rdf:nodeID, rdf:datatype, parseType Literal and Collection, mixed content)
 * throws `xmp-outside-subset`: such a packet is kept as it is and never rewritten.
 * xml:lang is inherited as XML says and comes to stand on the literals.
 */
const RDF = namespaces.rdf;
const XML = namespaces.xml;
const forms: Record<string, ArrayForm> = { Bag: 'Bag', Seq: 'Seq', Alt: 'Alt' };

export function xmpFromXml(document: XmlDocument): XmpModel {
  const rdf = findRdf(document.root);
  if (!rdf) throw new FormatError('xmp-not-rdf', 'XMP', { expected: 'rdf:RDF' });
  const lang = [document.root, rdf].reduce(inheritedLang, undefined as string | undefined);
  const byAbout = new Map<string, XmpProperty[]>();
  for (const element of onlyElements(rdf)) {
    const subject = topNode(element, lang);
    byAbout.set(subject.about, [...(byAbout.get(subject.about) ?? []), ...subject.properties]);
  }
  const subjects: XmpSubject[] = [...byAbout].map(([about, properties]) => ({ about, properties }));
  return {
    subjects: subjects.length > 0 ? subjects : [{ about: '', properties: [] }],
    prefixes: document.prefixes,
  };
}

function findRdf(root: XmlElement): XmlElement | undefined {
  if (is(root, 'RDF')) return root;
  for (const child of elements(root)) {
    const found = is(child, 'RDF') ? child : undefined;
    if (found) return found;
  }
  return undefined;
}

function topNode(element: XmlElement, lang: string | undefined): XmpSubject {
  const about = element.attributes.find((one) => one.name === 'about' && (one.ns === RDF || one.ns === ''));
  return { about: about?.value ?? '', properties: nodeProperties(element, lang, true) };
}

/** The properties of rdf:Description or of a typed node, whose type becomes a property rdf:type. */
function nodeProperties(element: XmlElement, outer: string | undefined, top: boolean): XmpProperty[] {
  const lang = inheritedLang(outer, element);
  const properties: XmpProperty[] = [];
  if (!is(element, 'Description')) {
    if (element.ns === RDF || element.ns === '') throw outside(`rdf:${element.name}`);
    properties.push({ ns: RDF, name: 'type', value: { kind: 'uri', text: element.ns + element.name } });
  }
  for (const attribute of element.attributes) {
    if (attribute.ns === XML) continue;
    if (attribute.name === 'about' && (attribute.ns === RDF || attribute.ns === '') && top) continue;
    properties.push(propertyAttribute(attribute, lang));
  }
  for (const child of onlyElements(element)) properties.push(propertyElement(child, lang));
  return properties;
}

function propertyAttribute(attribute: XmlAttribute, lang: string | undefined): XmpProperty {
  if (attribute.ns === RDF && attribute.name === 'type')
    return { ns: RDF, name: 'type', value: { kind: 'uri', text: attribute.value } };
  if (attribute.ns === '' || (attribute.ns === RDF && attribute.name !== 'value'))
    throw outside(`attribute ${attribute.name}`);
  return { ns: attribute.ns, name: attribute.name, value: literal(attribute.value, lang) };
}

function propertyElement(element: XmlElement, outer: string | undefined): XmpProperty {
  if (element.ns === '' || (element.ns === RDF && !['li', 'value', 'type'].includes(element.name)))
    throw outside(`element ${element.name}`);
  return { ns: element.ns, name: element.name, value: propertyValue(element, inheritedLang(outer, element)) };
}

function propertyValue(element: XmlElement, lang: string | undefined): XmpValue {
  const attributes = element.attributes.filter((one) => one.ns !== XML);
  const parseType = attributes.find((one) => one.ns === RDF && one.name === 'parseType');
  if (parseType) {
    if (parseType.value !== 'Resource' || attributes.length > 1) throw outside('rdf:parseType');
    return structOrQualified(onlyElements(element).map((child) => propertyElement(child, lang)));
  }
  const children = elements(element);
  if (children.length > 0) return resourceValue(element, attributes, lang);
  const text = textOf(element);
  if (attributes.length === 0) return literal(text, lang);
  if (text !== '') throw outside('attributes beside text');
  return emptyElementValue(attributes, lang);
}

function resourceValue(
  element: XmlElement,
  attributes: readonly XmlAttribute[],
  lang: string | undefined,
): XmpValue {
  const [child, ...more] = onlyElements(element);
  if (!child || more.length > 0 || attributes.length > 0) throw outside('resource property');
  const form = child.ns === RDF ? forms[child.name] : undefined;
  if (!form) return structOrQualified(nodeProperties(child, lang, false));
  if (child.attributes.some((one) => one.ns !== XML)) throw outside('attributes of an array');
  const inner = inheritedLang(lang, child);
  const items = onlyElements(child).map((item) => {
    if (!is(item, 'li')) throw outside('array item');
    return propertyElement(item, inner).value;
  });
  return { kind: 'array', form, items };
}

function emptyElementValue(attributes: readonly XmlAttribute[], lang: string | undefined): XmpValue {
  const resource = attributes.find((one) => one.ns === RDF && one.name === 'resource');
  if (resource) {
    if (attributes.length > 1) throw outside('attributes beside rdf:resource');
    return { kind: 'uri', text: resource.value };
  }
  return structOrQualified(attributes.map((one) => propertyAttribute(one, lang)));
}

/** A node with rdf:value is that value with the other properties as its qualifiers (7.4). */
function structOrQualified(fields: readonly XmpProperty[]): XmpValue {
  const value = fields.find((one) => one.ns === RDF && one.name === 'value');
  if (!value) return { kind: 'struct', fields };
  const qualifiers = fields.filter((one) => one !== value);
  if (qualifiers.some((one) => one.ns === RDF && one.name === 'value') || value.value.qualifiers)
    throw outside('rdf:value');
  return { ...value.value, qualifiers };
}

function literal(text: string, lang: string | undefined): XmpValue {
  return lang ? { kind: 'simple', text, lang } : { kind: 'simple', text };
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
