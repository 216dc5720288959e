import { type BlockKind, type Carriage, isReadOnly, type Kind } from './container';

const columns: readonly (readonly [BlockKind, string])[] = [
  ['xmp', 'XMP'],
  ['xmpExtended', 'extended XMP'],
  ['exif', 'Exif'],
  ['photoshop', 'image resources'],
  ['iim', 'IIM by itself'],
];
const words: Readonly<Record<Carriage, string>> = {
  make: 'made',
  update: 'updated',
  read: 'read',
  none: '–',
};

/** What is read and written in which format, as a table in Markdown: the rows of the registry, and nothing else. */
export function formatsTable(kinds: readonly Kind[]): string {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const cell = ({ carries, places }: Kind, block: BlockKind) =>
    [words[carries[block]], carries[block] === 'none' ? undefined : places[block]].filter(Boolean).join(': ');
  return [
    line(['format', ...columns.map(([, title]) => title), 'own texts']),
    line(['---', ...columns.map(() => '---'), '---']),
    ...kinds.map((kind) =>
      line([
        `${kind.name} (${kind.standard})`,
        ...columns.map(([block]) => cell(kind, block)),
        kind.texts ? `${isReadOnly(kind) ? words.read : words.update}: ${kind.texts}` : words.none,
      ]),
    ),
  ].join('\n');
}
