/** XMP namespaces by their usual prefix. A prefix is only a hint for serialising: identity is the URI. */
export const namespaces = {
  rdf: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
  xml: 'http://www.w3.org/XML/1998/namespace',
  x: 'adobe:ns:meta/',
  dc: 'http://purl.org/dc/elements/1.1/',
  xmp: 'http://ns.adobe.com/xap/1.0/',
  xmpRights: 'http://ns.adobe.com/xap/1.0/rights/',
  xmpMM: 'http://ns.adobe.com/xap/1.0/mm/',
  xmpNote: 'http://ns.adobe.com/xmp/note/',
  photoshop: 'http://ns.adobe.com/photoshop/1.0/',
  tiff: 'http://ns.adobe.com/tiff/1.0/',
  exif: 'http://ns.adobe.com/exif/1.0/',
  aux: 'http://ns.adobe.com/exif/1.0/aux/',
  Iptc4xmpCore: 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
  Iptc4xmpExt: 'http://iptc.org/std/Iptc4xmpExt/2008-02-29/',
  plus: 'http://ns.useplus.org/ldf/xmp/1.0/',
  cc: 'http://creativecommons.org/ns#',
  MicrosoftPhoto: 'http://ns.microsoft.com/photo/1.0/',
  'mwg-rs': 'http://www.metadataworkinggroup.com/schemas/regions/',
  stArea: 'http://ns.adobe.com/xmp/sType/Area#',
  'mwg-kw': 'http://www.metadataworkinggroup.com/schemas/keywords/',
} as const;

export type Prefix = keyof typeof namespaces;

const prefixes = new Map<string, string>(Object.entries(namespaces).map(([prefix, uri]) => [uri, prefix]));

/** The prefix that a namespace usually has; undefined for those that are not known. */
export function usualPrefix(uri: string): string | undefined {
  return prefixes.get(uri);
}
