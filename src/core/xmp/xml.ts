import { SaxesParser, type SaxesTagNS } from 'saxes';
import { limits } from '../bytes/limits';
import { FormatError } from '../problems/problem';

/** The XML below an XMP packet, with namespaces resolved. */
export interface XmlAttribute {
  readonly ns: string;
  readonly name: string;
  readonly value: string;
}
export interface XmlElement {
  readonly ns: string;
  readonly name: string;
  readonly attributes: readonly XmlAttribute[];
  readonly children: (XmlElement | string)[];
}
export interface XmlDocument {
  readonly root: XmlElement;
  readonly prefixes: ReadonlyMap<string, string>;
}

const XMLNS = 'http://www.w3.org/2000/xmlns/';

/**
 * Parses XML 1.0 with namespaces. A document type declaration is refused (so no entity can be declared),
 * as are undeclared entities; size, depth and node count are bounded.
 */
export function parseXml(text: string): XmlDocument {
  if (text.length > limits.xmpBytes)
    throw new FormatError('limit-exceeded', 'XMP', { expected: `at most ${limits.xmpBytes} characters` });
  const builder = new TreeBuilder();
  const parser = new SaxesParser({ xmlns: true, position: false });
  parser.on('doctype', () => fail('xmp-doctype'));
  parser.on('error', () => fail('xmp-not-well-formed'));
  parser.on('attribute', (one) => builder.attribute(one.prefix === 'xmlns' || one.name === 'xmlns'));
  parser.on('opentag', (tag) => builder.open(tag as SaxesTagNS));
  parser.on('closetag', () => builder.close());
  parser.on('text', (value) => builder.text(value));
  parser.on('cdata', (value) => builder.text(value));
  const fail = (code: 'xmp-doctype' | 'xmp-not-well-formed') => {
    throw new FormatError(code, 'XMP', { offset: parser.position });
  };
  parser.write(text).close();
  if (!builder.root) throw new FormatError('xmp-not-well-formed', 'XMP');
  return { root: builder.root, prefixes: builder.prefixes };
}

class TreeBuilder {
  root: XmlElement | undefined;
  readonly prefixes = new Map<string, string>();
  private readonly stack: XmlElement[] = [];
  private nodes = 0;
  private attributes = 0;
  private declarations = 0;

  /** Counted as they come: an element with a million attributes is refused before it is put together. */
  attribute(declaresNamespace: boolean): void {
    if (++this.attributes > limits.xmpAttributes)
      throw new FormatError('limit-exceeded', 'XMP', {
        expected: `at most ${limits.xmpAttributes} attributes`,
      });
    if (declaresNamespace && ++this.declarations > limits.xmpNamespaces)
      throw new FormatError('limit-exceeded', 'XMP', {
        expected: `at most ${limits.xmpNamespaces} namespaces`,
      });
  }

  open(tag: SaxesTagNS): void {
    this.count();
    for (const [prefix, uri] of Object.entries(tag.ns ?? {}))
      if (prefix && !this.prefixes.has(uri)) this.prefixes.set(uri, prefix);
    const attributes = Object.values(tag.attributes)
      .filter((one) => one.uri !== XMLNS && one.name !== 'xmlns')
      .map((one) => ({ ns: one.uri, name: one.local, value: one.value }));
    const element: XmlElement = { ns: tag.uri, name: tag.local, attributes, children: [] };
    this.stack.at(-1)?.children.push(element);
    this.root ??= element;
    this.stack.push(element);
    if (this.stack.length > limits.xmpDepth * 2)
      throw new FormatError('limit-exceeded', 'XMP', { expected: `nesting up to ${limits.xmpDepth}` });
  }

  close(): void {
    this.stack.pop();
  }

  text(value: string): void {
    this.count();
    this.stack.at(-1)?.children.push(value);
  }

  private count(): void {
    if (++this.nodes > limits.xmpNodes)
      throw new FormatError('limit-exceeded', 'XMP', { expected: `at most ${limits.xmpNodes} nodes` });
  }
}

/** The child elements, in their order. */
export function elements(parent: XmlElement): XmlElement[] {
  return parent.children.filter((child): child is XmlElement => typeof child !== 'string');
}

/** The text directly inside an element. */
export function textOf(parent: XmlElement): string {
  return parent.children.filter((child): child is string => typeof child === 'string').join('');
}
