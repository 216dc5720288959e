import { spawnSync } from 'node:child_process';
import { build } from 'esbuild';

// The web application by Next.js; the worker and the small programs around it by esbuild.
process.env.NEXT_TELEMETRY_DISABLED = '1';
const entries = {
  worker: 'src/worker/main.ts',
  reader: 'src/reader/main.ts',
  migrate: 'src/server/db/migrateMain.ts',
  backup: 'src/server/backup/main.ts',
  demo: 'src/demo/main.ts',
  gazetteer: 'src/server/gazetteer/thread.ts',
};
const common = {
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  logLevel: 'warning',
};
await build({ ...common, entryPoints: entries, packages: 'external', sourcemap: 'linked' });
// The command line starts often: one file without look-ups in node_modules starts several times faster.
await build({
  ...common,
  entryPoints: { cli: 'src/cli/main.ts', readThread: 'src/cli/readThread.ts' },
  splitting: true,
  // It starts its threads from files of its own.
  external: ['piscina'],
  chunkNames: 'cli-[hash]',
  banner: {
    js: "import { createRequire as requireFor } from 'node:module'; const require = requireFor(import.meta.url);",
  },
});
if (!process.argv.includes('--programs-only')) {
  const { status } = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    stdio: 'inherit',
  });
  process.exit(status ?? 1);
}
