/** One export in a process of its own, which holds no more than the one that exports for the server. */
import { runExport } from './exportWays'

const [way = '', folder = ''] = process.argv.slice(2)
runExport(way, folder).catch((error: unknown) => {
  console.error(error)
  process.exitCode = 1
})
