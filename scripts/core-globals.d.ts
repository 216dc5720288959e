// What the core may use beside the language: both exist in Node and in every browser worker.
// Read by tsconfig.core.json only; elsewhere the platform's own declarations apply.
declare class TextEncoder {
  encode(input?: string): Uint8Array<ArrayBuffer>;
}
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean });
  decode(input?: Uint8Array): string;
}
