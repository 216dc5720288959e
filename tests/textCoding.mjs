import { TextDecoder, TextEncoder } from 'node:util';

/** jsdom has no Encoding Standard of its own (WHATWG), which every browser has. */
globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;
