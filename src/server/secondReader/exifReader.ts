import ExifReader from 'exifreader';

/** A file as ExifReader (npm) reads it: it shares no code with our core. */
export interface SecondReading {
  /** Texts of a property, or of a member of its structure; undefined where it is not there. */
  readonly xmp: ((name: string, member?: string) => readonly string[]) | undefined;
  /** Texts of a DataSet; only where IIM is in UTF-8. */
  readonly iim: ((id: number) => readonly string[]) | undefined;
}

interface Tag {
  readonly id?: number;
  readonly value: unknown;
  readonly description?: string;
  readonly attributes?: { readonly lang?: string };
}
type Tags = Readonly<Record<string, Tag | readonly Tag[] | undefined>>;

const UTF8_MARK = '\x1b%G';

/** Undefined where it cannot read this kind of file, or not this one. */
export function readAgain(bytes: ArrayBuffer): SecondReading | undefined {
  let tags: { xmp?: Tags; iptc?: Tags };
  try {
    // An ArrayBuffer: of a Buffer it would make a copy.
    tags = ExifReader.load(bytes, { expanded: true, includeUnknown: true }) as never;
  } catch {
    return undefined;
  }
  const { xmp, iptc } = tags;
  return {
    xmp: xmp && ((name, member) => textsOf(member === undefined ? xmp[name] : memberOf(xmp[name], member))),
    iim: iptc && isUtf8(iptc) ? (id) => dataSetsOf(iptc, id) : undefined,
  };
}

function memberOf(tag: Tags[string], member: string): Tag | undefined {
  const value = tag && 'value' in tag ? (tag.value as Record<string, Tag>) : undefined;
  return value && typeof value === 'object' && !Array.isArray(value) ? value[member] : undefined;
}

function textsOf(tag: Tags[string]): string[] {
  if (!tag || !('value' in tag)) return [];
  const { value } = tag;
  if (typeof value === 'string') return value === '' ? [] : [value];
  if (!Array.isArray(value)) return [];
  const items = value as readonly Tag[];
  const usual = items.find((one) => one.attributes?.lang === 'x-default');
  if (usual) return [String(usual.value)];
  return items.map((one) => String(one.value));
}

function isUtf8(iptc: Tags): boolean {
  const mark = iptc['Coded Character Set'];
  const octets = mark && 'value' in mark ? mark.value : undefined;
  return Array.isArray(octets) && String.fromCharCode(...(octets as number[])) === UTF8_MARK;
}

function dataSetsOf(iptc: Tags, id: number): string[] {
  return Object.values(iptc)
    .flatMap((tag) => tag ?? [])
    .filter((tag) => tag.id === id)
    .map((tag) => tag.description ?? '');
}
