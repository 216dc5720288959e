import { inflate } from '../../bytes/inflate';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { iccName } from '../../icc/iccName';
import { attempt } from '../../problems/problem';
import type { ColourFacts } from '../container';
import type { PngStructure } from './structure';

const HEAD = 8;
const CHECKSUM = 4;

/** Coded primaries and transfer of cICP (ITU-T H.273, tables 2 and 3) that have a usual name. */
const codedNames: Readonly<Record<string, string>> = { '1/13': 'sRGB', '12/13': 'Display P3' };

/** The colours of a PNG: cICP before iCCP before sRGB, as the standard ranks them (third edition, 4.3). */
export async function pngColour(
  { chunks, bits }: Pick<PngStructure, 'chunks' | 'bits'>,
  source: ByteSource,
): Promise<ColourFacts> {
  const content = async (type: string) => {
    const one = chunks.find((chunk) => chunk.type === type);
    const length = one ? one.end - one.start - HEAD - CHECKSUM : 0;
    return one && length <= limits.tiffValueBytes ? source.read(one.start + HEAD, length) : undefined;
  };
  const coded = await content('cICP');
  if (coded && coded.length >= 2) {
    const code = `${coded[0]}/${coded[1]}`;
    return { profile: codedNames[code] ?? `coded ${code}`, bits };
  }
  const compressed = await content('iCCP');
  if (compressed) return { profile: nameOf(compressed), bits };
  const isSrgb = chunks.some((chunk) => chunk.type === 'sRGB');
  return { ...(isSrgb ? { profile: 'sRGB' } : {}), bits };
}

/** A name, a zero, the method, and the profile compressed (11.3.2.3). */
function nameOf(content: Uint8Array): string {
  const end = content.indexOf(0);
  const read = attempt(() => {
    const view = new ByteView(content, 'big', 'iCCP');
    return inflate(view.slice(end + 2, content.length - end - 2), limits.inflatedBytes, 'iCCP');
  });
  return end !== -1 && 'value' in read ? iccName(read.value) : '';
}
