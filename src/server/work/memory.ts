import { execFile } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { promisify } from 'node:util'

const MEGABYTE = 1024 * 1024

/** The size of `VmRSS` in proc(5), which is told in kilobytes. */
const fromProc = async (pid: number): Promise<number> => {
  const status = await readFile(`/proc/${pid}/status`, 'latin1')
  const line = status.split('\n').find((one) => one.startsWith('VmRSS:')) ?? ''
  return (Number.parseInt(line.slice('VmRSS:'.length), 10) || 0) / 1024
}

/** POSIX ps: the resident set in kilobytes. */
const fromPs = async (pid: number): Promise<number> => {
  const { stdout } = await promisify(execFile)('ps', ['-o', 'rss=', '-p', String(pid)])
  return (Number(stdout) || 0) / 1024
}

/** Resident memory of a process in megabytes, read from the system; 0 for one that has ended. */
export const residentMegabytes = async (pid: number): Promise<number> => {
  if (pid === process.pid) return process.memoryUsage.rss() / MEGABYTE
  try {
    return process.platform === 'linux' ? await fromProc(pid) : await fromPs(pid)
  } catch {
    // It has ended between the question and the answer.
    return 0
  }
}

/** How often it is asked: a process that takes a gigabyte a second is seen within some tens of megabytes. */
export const WATCH_MS = process.platform === 'linux' ? 20 : 300
