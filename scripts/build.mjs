import { spawnSync } from 'node:child_process';
import { build } from 'esbuild';

// The web application by Next.js; the worker and the small programs around it by esbuild.
process.env.NEXT_TELEMETRY_DISABLED = '1';
const entries = {
  worker: 'src/worker/main.ts',
  migrate: 'src/server/db/migrateMain.ts',
  demo: 'src/demo/main.ts',
  cli: 'src/cli/main.ts',
  readThread: 'src/cli/readThread.ts',
};
await build({
  entryPoints: entries,
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: 'linked',
  logLevel: 'warning',
});
if (!process.argv.includes('--programs-only')) {
  const { status } = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    stdio: 'inherit',
  });
  process.exit(status ?? 1);
}
