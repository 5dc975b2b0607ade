import { spawn, type ChildProcess } from 'node:child_process'
import { readdirSync, readFileSync, readlinkSync as readLink } from 'node:fs'

export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** A server of its own, for tests that harm or kill it. */
export class ServerProcess {
  private constructor(
    readonly base: string,
    private readonly child: ChildProcess,
    readonly said: () => string,
  ) {}

  /** Starts one over a data folder and waits until it answers. Throws what it said if it ends instead. */
  static async start(port: number, data: string): Promise<ServerProcess> {
    let said = ''
    const child = spawn(
      'node',
      ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(port)],
      {
        env: { ...process.env, NODE_OPTIONS: '', EAGER_STENCIL_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
        stdio: ['ignore', 'pipe', 'pipe'],
        detached: true,
      },
    )
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-20_000)))
    const server = new ServerProcess(`http://127.0.0.1:${port}`, child, () => said)
    for (let i = 0; i < 1200; i += 1) {
      if (child.exitCode !== null) throw new TypeError(`ended with ${child.exitCode}: ${said}`)
      if (await server.answers()) return server
      await wait(50)
    }
    throw new TypeError(`the server did not start: ${said}`)
  }

  private answers(): Promise<boolean> {
    return fetch(`${this.base}/api/projects`).then(
      ({ ok }) => ok,
      () => false,
    )
  }

  /** Calls the API; throws for what is not answered well. */
  async call<T>(path: string, method = 'GET', body?: BodyInit): Promise<T> {
    const response = await fetch(`${this.base}/api${path}`, { method, ...(body === undefined ? {} : { body }) })
    if (!response.ok) throw new TypeError(`${path}: ${response.status} ${await response.text()}`)
    return (await response.json()) as T
  }

  async kill(): Promise<void> {
    const gone = new Promise((resolve) => this.child.once('exit', resolve))
    if (this.child.exitCode !== null) return
    if (this.child.pid) process.kill(-this.child.pid, 'SIGKILL')
    await gone
  }

  /** Resident megabytes of the server itself (proc(5), VmRSS), without the processes that work for it. */
  megabytes(): number {
    return megabytesOf(this.child.pid ?? 0)
  }

  /** The processes that work for it, with their resident megabytes. */
  workers(): readonly { readonly pid: number; readonly megabytes: number }[] {
    return readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .map(Number)
      .filter((pid) => parentOf(pid) === this.child.pid)
      .map((pid) => ({ pid, megabytes: megabytesOf(pid) }))
  }

  /** Files that it holds open below a folder. */
  openFilesBelow(folder: string): readonly string[] {
    const links = readdirSync(`/proc/${this.child.pid}/fd`)
    return links.flatMap((link) => {
      try {
        const target = readLink(`/proc/${this.child.pid}/fd/${link}`)
        return target.startsWith(folder) ? [target] : []
      } catch {
        return [] // closed between the list and the look
      }
    })
  }
}

const statusOf = (pid: number, field: string): number => {
  try {
    const line = readFileSync(`/proc/${pid}/status`, 'latin1')
      .split('\n')
      .find((one) => one.startsWith(field))
    return Number.parseInt(line?.slice(field.length + 1).trim() ?? '0', 10)
  } catch {
    return 0 // it has ended
  }
}
const megabytesOf = (pid: number): number => statusOf(pid, 'VmRSS') / 1024
const parentOf = (pid: number): number => statusOf(pid, 'PPid')
