import { readdirSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';

/** What pages load: an interface names formats and fields; files are read by workers and by the server. */
const root = path.resolve(__dirname, '../..');
const pages = readdirSync(path.join(root, 'src/features'), { recursive: true })
  .map((file) => `src/features/${file}`)
  .filter((file) => file.endsWith('Page.tsx'));

test('no page loads the codecs of files', async () => {
  const { metafile } = await build({
    entryPoints: pages,
    absWorkingDir: root,
    bundle: true,
    write: false,
    metafile: true,
    format: 'esm',
    splitting: true,
    outdir: 'bundles',
    jsx: 'automatic',
    packages: 'external',
    logLevel: 'error',
  });
  expect(pages.length).toBeGreaterThan(8);
  const loaded = Object.values(metafile.outputs).flatMap(({ inputs }) =>
    Object.entries(inputs).flatMap(([file, { bytesInOutput }]) => (bytesInOutput > 0 ? [file] : [])),
  );
  const codec =
    /^src\/core\/(containers\/(?!formatNames|tiff\/rawNames)|xmp\/(packet|rdf|extended)|iim\/codec|embed\/)/;
  expect([...new Set(loaded)].filter((file) => codec.test(file))).toEqual([]);
});
