/** libheif-js has no types of its own. */
declare module 'libheif-js/wasm-bundle.js' {
  const libheif: { readonly HeifDecoder: new () => { decode(file: Uint8Array): never[] } };
  export default libheif;
}
