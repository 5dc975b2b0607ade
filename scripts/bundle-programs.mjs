// Bundles the programs that run beside the server: the export process, the command line, the demo's set-up.
import { build } from 'esbuild'

const programs = {
  'export-job': 'src/server/export/job.child.ts',
  'check-face': 'src/server/faces/check.child.ts',
  stencil: 'cli/stencil.ts',
  'fill-demo': 'demo/fill.ts',
  measure: 'scripts/measure/index.ts',
}

await build({
  entryPoints: Object.fromEntries(Object.entries(programs).map(([out, from]) => [out, from])),
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
})
