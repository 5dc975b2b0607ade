// Bundles the programs that run beside the server: the export process, the command line, the demo's set-up.
import { build } from 'esbuild'

const programs = {
  work: 'src/server/work/work.child.ts',
  'check-document': 'src/server/projects/check.worker.ts',
  stencil: 'cli/stencil.ts',
  'fill-demo': 'demo/fill.ts',
  'make-templates': 'templates/make.ts',
  measure: 'scripts/measure/index.ts',
  'measure-export': 'scripts/measure/exportRun.ts',
}

await build({
  entryPoints: Object.fromEntries(Object.entries(programs).map(([out, from]) => [out, from])),
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  // Node takes what the package offers it for one that has no names to import.
  alias: { gifenc: './node_modules/gifenc/dist/gifenc.esm.js' },
  logLevel: 'warning',
})
