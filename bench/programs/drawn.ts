/** What the benchmarks take from the demo's generator. */
export { heicPicture } from '../../src/demo/heicPicture';
export { movieFile } from '../../src/demo/movie';
export { rawPicture } from '../../src/demo/rawPicture';
