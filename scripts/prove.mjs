// Runs each sweep at full length for each seed and prints what came of it. Ends with "N passed, N failed".
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'

const seeds = (process.env.SEEDS ?? '1 2 3').split(/\s+/).filter(Boolean)
const OUT = '.cache/prove'
rmSync(OUT, { recursive: true, force: true })
mkdirSync(OUT, { recursive: true })

const unit = (...files) => ({ runner: 'unit', files })
const browser = (...files) => ({ runner: 'browser', files })

/** What is swept, and whether another seed makes another sweep. */
const SWEEPS = [
  { name: 'kills', ...browser('killed'), env: { KILLS: process.env.KILLS ?? '100' }, isSeeded: false },
  { name: 'attacks', ...browser('hostile'), isSeeded: false },
  { name: 'mutations of documents', ...unit('formats/schemaAgreement', 'document/validate'), isSeeded: true },
  { name: 'random steps', ...unit('document/roots', 'server/mended'), isSeeded: true },
  {
    name: 'random edits, core',
    ...unit('document/sequences', 'document/sharing', 'document/groups', 'lettering/slots'),
    isSeeded: true,
  },
  { name: 'random edits, browser', ...browser('history'), isSeeded: true },
  {
    name: 'hostile files',
    ...unit('server/damage', 'server/bundle', 'formats/linear', 'faces/hostile', 'server/races'),
    isSeeded: true,
  },
  { name: 'combining outlines', ...unit('path/combine', 'path/shaping'), isSeeded: true },
  { name: 'drawings against a renderer', ...unit('reference/artwork', 'reference/counters'), isSeeded: false },
  { name: 'PDF and SVG against readers', ...unit('reference/drawn', 'reference/pdf'), isSeeded: true },
  { name: 'the demo in the eyes of readers', ...unit('reference/demoDrawn'), isSeeded: false },
  { name: 'placement and blending', ...unit('core/placement', 'painters/blends', 'painters/hits'), isSeeded: true },
]

const countsOf = (runner, file) => {
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'))
    if (runner === 'unit')
      return { passed: report.numPassedTests, failed: report.numFailedTests + report.numRuntimeErrorTestSuites }
    return {
      passed: report.stats.expected,
      failed: report.stats.unexpected + report.stats.flaky + report.errors.length,
    }
  } catch (error) {
    console.log(`${file}: ${error.message}`)
    return { passed: 0, failed: 1 }
  }
}

const run = ({ name, runner, files, env = {} }, seed) => {
  const file = `${OUT}/${name.replace(/\W+/g, '-')}-${seed}.json`
  const [command, args, more] =
    runner === 'unit'
      ? [
          'npx',
          ['jest', '--json', `--outputFile=${file}`, ...files],
          { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
        ]
      : [
          'npx',
          ['playwright', 'test', '--retries=0', '--reporter=list,json', ...files],
          { PLAYWRIGHT_JSON_OUTPUT_NAME: file },
        ]
  const start = Date.now()
  console.log(`\n== ${name}, seed ${seed}`)
  spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...more, ...env, PROVE: '1', TEST_SEED: seed } })
  return { name, seed, ...countsOf(runner, file), seconds: Math.round((Date.now() - start) / 1000) }
}

const rows = SWEEPS.flatMap((sweep) => (sweep.isSeeded ? seeds : seeds.slice(0, 1)).map((seed) => run(sweep, seed)))

const columns = ['name', 'seed', 'passed', 'failed', 'seconds']
const widths = columns.map((key) => Math.max(key.length, ...rows.map((row) => String(row[key]).length)))
const line = (cells) => cells.map((cell, i) => String(cell)[i ? 'padStart' : 'padEnd'](widths[i])).join('  ')
console.log(`\n${line(columns)}`)
for (const row of rows) console.log(line(columns.map((key) => row[key])))
const sum = (key) => rows.reduce((total, row) => total + row[key], 0)
console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`)
process.exitCode = sum('failed') ? 1 : 0
