/** Saving against a server that is away, slow, full or of another mind; and what the browser keeps meanwhile. */
import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it } from '@jest/globals'
import type { LoggedStep } from '@/core/document/history'
import type { SaveRequest } from '@/contract/api'
import { ApiError } from '@/client/http/api'
import { inRequests, Saver, type Keeper } from '@/client/store/saver'
import type { Saving } from '@/client/store/state'
import { forgetSteps, keepStep, keptSteps } from '@/client/store/unsent'
import { fc, SEED } from '@tests/helpers/property'

const step = (id: string, characters = 10): LoggedStep => ({
  id,
  kind: 'do',
  name: `Step ${id}`,
  forward: [{ op: 'replace', path: ['name'], value: 'x'.repeat(characters) }],
  inverse: [],
})

const fault = (status: number): ApiError => new ApiError(status, { code: 'test', message: `status ${status}` })

/** Answers as the server does: revisions, repeated requests, and a largest request. */
class Server {
  readonly stored: LoggedStep[] = []
  requests = 0
  largest = 0
  /** Thrown instead of an answer, for as long as it is set. */
  fault: ApiError | null = null
  /** The answer is lost on the way back, so many times. */
  lost = 0

  constructor(private readonly most = 8 * 1024 * 1024) {}

  readonly send = ({ base, steps }: SaveRequest): Promise<{ revision: number }> => {
    this.requests += 1
    if (this.fault) return Promise.reject(this.fault)
    const size = JSON.stringify({ base, steps }).length
    if (size > this.most) return Promise.reject(fault(413))
    this.largest = Math.max(this.largest, size)
    const known = steps.filter(({ id }) => this.stored.some((one) => one.id === id)).length
    if (base + known !== this.stored.length) return Promise.reject(fault(409))
    this.stored.push(...steps.slice(known))
    if (this.lost > 0) {
      this.lost -= 1
      return Promise.reject(fault(0))
    }
    return Promise.resolve({ revision: this.stored.length })
  }
}

const keeperOf = (id: string, tab: string): Keeper => ({
  keep: (on, one) => keepStep(id, tab, on, one),
  forget: (before) => forgetSteps(id, tab, before),
})

const savers: Saver[] = []
afterEach(() => {
  for (const saver of savers.splice(0)) saver.stop()
})

const start = (server: Server, keeper: Keeper = keeperOf('p', 'tab')) => {
  const states: Saving[] = []
  const kept: boolean[] = []
  const saver = new Saver({
    revision: server.stored.length,
    send: server.send,
    keeper,
    onState: (state) => states.push(state),
    onSaved: () => undefined,
    onKept: (isKept) => kept.push(isKept),
  })
  savers.push(saver)
  return { saver, states, kept, last: () => states.at(-1)?.state }
}

const until = async (holds: () => boolean | Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 3000 && !(await holds()); i += 1) await new Promise((resolve) => setTimeout(resolve, 10))
  if (!(await holds())) throw new TypeError('it never came to that')
}

describe('steps made while the server was away', () => {
  it('of more than eight megabytes come in whole and in order when it is back', async () => {
    const server = new Server()
    server.fault = fault(0)
    const { saver, last } = start(server)
    const ids = Array.from({ length: 26 }, (_, i) => `s-${i}`)
    for (const id of ids) saver.push(step(id, 369_000))
    await until(() => last() === 'waiting')
    server.fault = null
    await until(() => last() === 'saved')
    expect(server.stored.map(({ id }) => id)).toEqual(ids)
    expect(server.largest).toBeLessThan(3_000_000)
    await until(async () => (await keptSteps('p')).length === 0)
  })
  it('are sent in smaller parts to a server that takes less', async () => {
    const server = new Server(100_000)
    const { saver, last } = start(server)
    for (let i = 0; i < 20; i += 1) saver.push(step(`s-${i}`, 30_000))
    await until(() => last() === 'saved')
    expect(server.stored).toHaveLength(20)
  })
  it('one of which is larger than the server takes are refused in words, and not sent again', async () => {
    const server = new Server(100_000)
    const { saver, last } = start(server)
    saver.push(step('s-0'))
    saver.push(step('s-1', 200_000))
    await until(() => last() === 'refused')
    expect(server.stored.map(({ id }) => id)).toEqual(['s-0'])
    const { requests } = server
    saver.push(step('s-2'))
    await new Promise((resolve) => setTimeout(resolve, 700))
    expect(server.requests).toBe(requests)
    expect(saver.hasUnsent).toBe(true)
  })
  it('are stored once although answers were lost', async () => {
    const server = new Server()
    server.lost = 2
    const { saver, last } = start(server)
    saver.push(step('s-0'))
    saver.push(step('s-1'))
    await until(() => last() === 'saved')
    expect(server.stored.map(({ id }) => id)).toEqual(['s-0', 's-1'])
  })
})

describe('faults of saving', () => {
  it.each([0, 408, 429, 500, 503, 507])('%d is tried again', async (status) => {
    const server = new Server()
    server.fault = fault(status)
    const { saver, last } = start(server)
    saver.push(step('s-0'))
    await until(() => last() === 'waiting')
    server.fault = null
    await until(() => last() === 'saved')
    expect(server.stored).toHaveLength(1)
  })
  it.each([
    [400, 'refused'],
    [403, 'refused'],
    [404, 'refused'],
    [409, 'conflict'],
    [422, 'refused'],
  ] as const)('%d is told as %s and not tried again', async (status, state) => {
    const server = new Server()
    server.fault = fault(status)
    const { saver, states, last } = start(server)
    saver.push(step('s-0'))
    await until(() => last() === state)
    await new Promise((resolve) => setTimeout(resolve, 650))
    expect(server.requests).toBe(1)
    expect(states.at(-1)).toMatchObject({ state, message: `status ${status}` })
    // Read anew, it goes on.
    server.fault = null
    saver.restart(0)
    saver.push(step('s-1'))
    await until(() => last() === 'saved')
    expect(server.stored.map(({ id }) => id)).toEqual(['s-1'])
  })
})

describe('what the browser keeps', () => {
  it('is every step until it is acknowledged, by tab and in order', async () => {
    const server = new Server()
    server.fault = fault(0)
    const mine = start(server, keeperOf('q', 'mine'))
    const theirs = start(server, keeperOf('q', 'theirs'))
    mine.saver.push(step('m-0'))
    mine.saver.push(step('m-1'))
    theirs.saver.push(step('t-0'))
    await until(async () => (await keptSteps('q')).length === 2)
    const kept = await keptSteps('q')
    const of = (tab: string) => kept.find((one) => one.tab === tab)
    expect(of('mine')?.steps.map(({ id }) => id)).toEqual(['m-0', 'm-1'])
    expect(of('mine')?.base).toBe(0)
    theirs.saver.stop()
    server.fault = null
    await until(() => mine.last() === 'saved')
    await until(async () => (await keptSteps('q')).length === 1)
    // No tab touches what is another's.
    expect((await keptSteps('q')).map(({ tab }) => tab)).toEqual(['theirs'])
    await forgetSteps('q', 'theirs')
    expect(await keptSteps('q')).toEqual([])
  })
  it('knows the revision of each step, also of those made while others are on their way', async () => {
    await keepStep('r', 'tab', 5, step('a'))
    await keepStep('r', 'tab', 6, step('b'))
    await keepStep('r', 'tab', 9, step('c'))
    await keepStep('r2', 'tab', 0, step('other'))
    const kept = await keptSteps('r')
    expect(kept.map(({ base, steps }) => [base, steps.length]).sort()).toEqual([
      [5, 2],
      [9, 1],
    ])
    await forgetSteps('r', 'tab', 6)
    expect((await keptSteps('r')).flatMap(({ steps }) => steps.map(({ id }) => id)).sort()).toEqual(['b', 'c'])
  })
  it('that it keeps no more is said, and the steps are sent all the same', async () => {
    const server = new Server()
    const full: Keeper = {
      keep: () => Promise.reject(new DOMException('full', 'QuotaExceededError')),
      forget: () => Promise.resolve(),
    }
    const { saver, kept, last } = start(server, full)
    saver.push(step('s-0'))
    await until(() => last() === 'saved')
    expect(kept).toContain(false)
    expect(server.stored).toHaveLength(1)
  })
})

describe('requests', () => {
  it('hold every step once and in order, none too large unless one step alone is', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 3_000_000 }), { maxLength: 12 }), (sizes) => {
        const steps = sizes.map((size, i) => step(`s-${i}`, size))
        const requests = inRequests(steps)
        expect(requests.flat()).toEqual(steps)
        for (const request of requests)
          if (request.length > 1) expect(JSON.stringify(request).length).toBeLessThan(2_100_000)
      }),
      { seed: SEED, numRuns: 30 },
    )
  })
})
