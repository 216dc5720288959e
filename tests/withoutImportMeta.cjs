const { createTransformer } = require('@swc/jest');

/** SWC leaves an assignment to import.meta.url in the decoder of JPEG XL, which CommonJS does not know. */
const transformer = createTransformer({ jsc: { target: 'es2022' }, module: { type: 'commonjs' } });
module.exports = {
  ...transformer,
  process: (source, ...more) =>
    transformer.process(source.replace(/import\.meta\.url\s*=(?!=)/, 'globalThis.unused ='), ...more),
};
