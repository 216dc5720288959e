import { limits } from '../bytes/limits';
import { decodeUtf8Loosely } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { FormatError } from '../problems/problem';

/** A box of JUMBF (ISO/IEC 19566-5, annex A): a superbox with a description, or a content box. */
export interface JumbfBox {
  readonly type: string;
  /** Of a superbox. */
  readonly label: string;
  readonly content: Uint8Array;
  readonly children: readonly JumbfBox[];
}

const MOST_DEPTH = 12;
const UUID_BYTES = 16;
const HAS_LABEL = 2;

/** The boxes of a run of octets. Throws `structure-broken` or `limit-exceeded`. */
export function readJumbf(bytes: Uint8Array): JumbfBox[] {
  let count = 0;
  const boxesOf = (content: Uint8Array, depth: number): JumbfBox[] => {
    const view = new ByteView(content, 'big', 'JUMBF');
    const boxes: JumbfBox[] = [];
    for (let at = 0; view.has(at, 8); ) {
      if (++count > limits.containerParts || depth > MOST_DEPTH)
        throw new FormatError('limit-exceeded', 'JUMBF');
      const stated = view.u32(at);
      const head = stated === 1 ? 16 : 8;
      const size = stated === 0 ? content.length - at : stated === 1 ? view.u64(at + 8) : stated;
      if (size < head || !view.has(at, size))
        throw new FormatError('structure-broken', 'JUMBF', { offset: at, found: `${size} bytes` });
      const type = String.fromCharCode(...view.slice(at + 4, 4));
      boxes.push(boxOf(type, view.slice(at + head, size - head), depth));
      at += size;
    }
    return boxes;
  };
  const boxOf = (type: string, content: Uint8Array, depth: number): JumbfBox => {
    const children = type === 'jumb' ? boxesOf(content, depth + 1) : [];
    const label = children[0]?.type === 'jumd' ? labelOf(children[0].content) : '';
    return { type, content, children, label };
  };
  return boxesOf(bytes, 0);
}

/** Reads the label of a description box: UUID, toggles, and a text that ends with NUL (ISO/IEC 19566-5, A.3). */
function labelOf(description: Uint8Array): string {
  if (((description[UUID_BYTES] ?? 0) & HAS_LABEL) === 0) return '';
  const text = description.subarray(UUID_BYTES + 1);
  const end = text.indexOf(0);
  return decodeUtf8Loosely(end === -1 ? text : text.subarray(0, end));
}
