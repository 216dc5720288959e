/** Named limits: every read, loop and allocation of the core is bounded by one of these. */
export const limits = {
  /** Segments or blocks in one file. */
  containerParts: 20_000,
  /** Bytes of one metadata block that is read into memory. */
  blockBytes: 64 * 1024 * 1024,
  /** DataSets in one IIM block. */
  iimDataSets: 50_000,
  /** Bytes of XML handed to the parser, before and after decoding. */
  xmpBytes: 32 * 1024 * 1024,
  /** Nesting of XMP values; the serialiser and every walk recurse no deeper. */
  xmpDepth: 64,
  /** Elements and texts in one packet. */
  xmpNodes: 300_000,
  /** Attributes in one packet, declarations of namespaces among them. */
  xmpAttributes: 50_000,
  /** Declarations of namespaces in one packet. */
  xmpNamespaces: 5_000,
  /** Resources (rdf:about) that one packet describes; well-formed XMP has one. */
  xmpSubjects: 200,
  /** Image file directories in one TIFF structure. */
  ifds: 256,
  /** Strips or tiles of one TIFF image, and the bytes of their table. */
  tiffStrips: 1_000_000,
  /** Bytes of one TIFF value that is taken into the metadata (not picture data). */
  tiffValueBytes: 64 * 1024,
  /** Bytes that the compressed metadata of one file may inflate to, all together. */
  inflatedBytes: 8 * 1024 * 1024,
  /** Texts of a PNG or a movie that are taken into memory. */
  legacyTexts: 64,
  /** Bytes of one such text. */
  legacyTextBytes: 1024 * 1024,
  /** Chunks of one PNG or boxes of one ISO-BMFF file. */
  chunks: 4_000_000,
  /** Entries of one IFD. */
  ifdEntries: 4_096,
  /** Bytes of one Exif text that is decoded. */
  exifTextBytes: 1024 * 1024,
  /** XMP packets that are read beside the main one. */
  furtherPackets: 8,
  /** Image resources in one 8BIM block. */
  photoshopResources: 10_000,
  /** Individual images in one multi-picture index. */
  mpfImages: 1_000,
  /** Template text, in characters. */
  templateText: 32_000,
  /** One text of a value that is written, in characters. */
  valueCharacters: 1_000_000,
  /** Items of a list, or structures of a field. */
  listItems: 2_000,
} as const;
