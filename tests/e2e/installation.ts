/** Servers of their own, each over a data folder: other installations of the program. */
import { spawn, type ChildProcess } from 'node:child_process'

/** Servers that run, so that none outlives a test that fails. */
const running = new Set<ChildProcess>()

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

const PATIENCE_MS = 60_000

/** Starts the program over a data folder; ready to answer at the port. */
export const startServer = async (data: string, port: number): Promise<ChildProcess> => {
  const server = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(port)],
    {
      env: { ...process.env, EAGER_STENCIL_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
      stdio: 'ignore',
      detached: true,
    },
  )
  running.add(server)
  for (const until = Date.now() + PATIENCE_MS; Date.now() < until; await wait(50)) {
    const isUp = await fetch(`http://127.0.0.1:${port}/api/projects`).then(
      ({ ok }) => ok,
      () => false,
    )
    if (isUp) return server
  }
  throw new TypeError('the server did not start')
}

/** Stops a server at once, whatever it is doing. */
export const killServer = async (server: ChildProcess): Promise<void> => {
  const gone = new Promise((resolve) => server.once('exit', resolve))
  if (server.pid) process.kill(-server.pid, 'SIGKILL')
  await gone
  running.delete(server)
}

/** Stops whatever runs still. */
export const killServers = (): void => {
  for (const { pid } of running) if (pid) process.kill(-pid, 'SIGKILL')
  running.clear()
}
