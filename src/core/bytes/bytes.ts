/** Small things about byte arrays. */

export function concat(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/** Whether two byte sequences are the same, octet for octet. */
export function equalBytes(a: Uint8Array, b: Uint8Array): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** Whether bytes begin with a prefix; false where they are shorter. */
export function startsWith(bytes: Uint8Array, prefix: Uint8Array): boolean {
  return bytes.length >= prefix.length && equalBytes(bytes.subarray(0, prefix.length), prefix);
}

/** First index of `needle` at or after `from`, or -1. */
export function indexOfBytes(bytes: Uint8Array, needle: Uint8Array, from = 0): number {
  const first = needle[0];
  if (first === undefined) return from;
  const last = bytes.length - needle.length;
  for (let i = bytes.indexOf(first, from); i !== -1 && i <= last; i = bytes.indexOf(first, i + 1)) {
    let k = 1;
    while (k < needle.length && bytes[i + k] === needle[k]) k++;
    if (k === needle.length) return i;
  }
  return -1;
}

/** The octets of a text of ASCII characters, one each. */
export function ascii(text: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i) & 0x7f;
  return bytes;
}

/** Octets of hexadecimal digits, two an octet. */
export const bytesOfHex = (text: string): Uint8Array =>
  new Uint8Array((text.match(/../g) ?? []).map((one) => Number.parseInt(one, 16)));

/** Lower-case hexadecimal, two digits an octet. */
export function hex(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += byte.toString(16).padStart(2, '0');
  return text;
}
