import { sha256, sha384, sha512 } from '@noble/hashes/sha2.js';

/** A map in CBOR, of which nothing is known yet. */
export type Cbor = Readonly<Record<string, unknown>>;

export const isMap = (value: unknown): value is Cbor =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && !(value instanceof Uint8Array);
export const listOf = (value: unknown): Cbor[] => (Array.isArray(value) ? value.filter(isMap) : []);

export const digests: Readonly<Record<string, typeof sha256 | typeof sha384 | typeof sha512>> = {
  sha256,
  sha384,
  sha512,
};
/** The first algorithm that is named, if it is a known one. */
export function algorithmOf(...names: readonly unknown[]): string | undefined {
  const name = names.find((one) => typeof one === 'string') ?? 'sha256';
  return Object.hasOwn(digests, name as string) ? (name as string) : undefined;
}
