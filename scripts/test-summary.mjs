// Adds up what the checks counted. A runner that left no count is itself a failure.
import { readFileSync } from 'node:fs'

const [passedBefore, failedBefore] = process.argv.slice(2).map(Number)

const read = (file, count) => {
  try {
    return count(JSON.parse(readFileSync(file, 'utf8')))
  } catch (error) {
    console.log(`${file}: ${error.message}`)
    return { passed: 0, failed: 1 }
  }
}

// A suite that could not run at all counts once.
const unit = read('.cache/checks/jest.json', (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
}))
const browser = read('.cache/checks/e2e.json', ({ stats, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + errors.length + (stats.expected === 0 ? 1 : 0),
  flaky: stats.flaky,
}))
if (browser.flaky) console.log(`${browser.flaky} of the interface tests passed only at the second try; see above`)

const passed = passedBefore + unit.passed + browser.passed
const failed = failedBefore + unit.failed + browser.failed
console.log(`\nchecks ${passedBefore}, unit ${unit.passed}, interface ${browser.passed}`)
console.log(`${passed} passed, ${failed} failed`)
process.exitCode = failed ? 1 : 0
