/**
 * The XMP data model (ISO 16684-1, 6). It keeps every property that a packet holds, known or not; the
 * order of arrays and of properties is the stored one.
 */
export interface XmpProperty {
  /** Namespace URI and local name. */
  readonly ns: string;
  readonly name: string;
  readonly value: XmpValue;
}

interface Qualified {
  /** General qualifiers; xml:lang is on simple values only, as the parser resolves its inheritance. */
  readonly qualifiers?: readonly XmpProperty[];
}

export type ArrayForm = 'Bag' | 'Seq' | 'Alt';
export interface XmpSimple extends Qualified {
  readonly kind: 'simple';
  readonly text: string;
  readonly lang?: string;
  /** rdf:datatype: kept, without a meaning in XMP. */
  readonly datatype?: string;
}
export interface XmpUri extends Qualified {
  readonly kind: 'uri';
  readonly text: string;
  readonly lang?: string;
}
export interface XmpArray extends Qualified {
  readonly kind: 'array';
  readonly form: ArrayForm;
  readonly items: readonly XmpValue[];
}
export interface XmpStruct extends Qualified {
  readonly kind: 'struct';
  readonly fields: readonly XmpProperty[];
  /** rdf:about of a nested description: kept, without a meaning in XMP. */
  readonly about?: string;
}
export type XmpValue = XmpSimple | XmpUri | XmpArray | XmpStruct;

/** What is said about one resource; well-formed XMP has one, whose `about` is mostly empty. */
export interface XmpSubject {
  readonly about: string;
  readonly properties: readonly XmpProperty[];
}

export interface XmpModel {
  readonly subjects: readonly XmpSubject[];
  /** Prefixes met while reading, by namespace URI: used again when serialising. */
  readonly prefixes: ReadonlyMap<string, string>;
  /**
   * Names of properties that occur several times with different values; the first one counts here. Readers
   * refuse such a packet, so it is not written back as it is.
   */
  readonly repeated?: readonly string[];
  /** Names of properties that two packets of the file hold with different values; the first packet counts here. */
  readonly differing?: readonly string[];
}

export const emptyXmp: XmpModel = { subjects: [{ about: '', properties: [] }], prefixes: new Map() };

/** A top-level property; of several of one name the first. */
export function property(model: XmpModel, ns: string, name: string): XmpValue | undefined {
  return indexOf(model).get(ns)?.get(name);
}

type Index = ReadonlyMap<string, ReadonlyMap<string, XmpValue>>;
const indexes = new WeakMap<XmpModel, Index>();

/** By namespace and name; of several properties of one name the first counts. Made once a model. */
function indexOf(model: XmpModel): Index {
  const known = indexes.get(model);
  if (known) return known;
  const index = new Map<string, Map<string, XmpValue>>();
  for (const subject of model.subjects) {
    for (const { ns, name, value } of subject.properties) {
      const names = index.get(ns) ?? new Map<string, XmpValue>();
      index.set(ns, names);
      if (!names.has(name)) names.set(name, value);
    }
  }
  indexes.set(model, index);
  return index;
}

/** The model with one top-level property set, or removed from every subject by `undefined`. */
export function withProperty(
  model: XmpModel,
  ns: string,
  name: string,
  value: XmpValue | undefined,
): XmpModel {
  const isIt = (one: XmpProperty) => one.ns === ns && one.name === name;
  const holder = Math.max(
    0,
    model.subjects.findIndex((subject) => subject.properties.some(isIt)),
  );
  const subjects = model.subjects.map((subject, index) => ({
    ...subject,
    properties:
      value && index === holder
        ? replaceOrAppend(subject.properties, isIt, { ns, name, value })
        : value
          ? subject.properties
          : subject.properties.filter((one) => !isIt(one)),
  }));
  return { ...model, subjects };
}

/** The members of a structure with one set or removed. */
export function withMember(
  struct: XmpStruct,
  ns: string,
  name: string,
  value: XmpValue | undefined,
): XmpStruct {
  const isIt = (one: XmpProperty) => one.ns === ns && one.name === name;
  const fields = value
    ? replaceOrAppend(struct.fields, isIt, { ns, name, value })
    : struct.fields.filter((one) => !isIt(one));
  return { ...struct, fields };
}

/** A member of a structure. */
export function member(struct: XmpStruct, ns: string, name: string): XmpValue | undefined {
  return struct.fields.find((one) => one.ns === ns && one.name === name)?.value;
}

function replaceOrAppend(
  list: readonly XmpProperty[],
  isIt: (one: XmpProperty) => boolean,
  made: XmpProperty,
): XmpProperty[] {
  const at = list.findIndex(isIt);
  if (at === -1) return [...list, made];
  return [...list.slice(0, at), made, ...list.slice(at + 1).filter((one) => !isIt(one))];
}
