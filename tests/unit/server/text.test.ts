/** Text in turns is what ECMA-262's JSON.stringify writes, and others get their turns meanwhile. */
import { expect, it } from '@jest/globals'
import { fc, SEED } from '@tests/helpers/property'
import { textInTurns } from '@/server/projects/text'

it('is the text that JSON.stringify writes of the same value', () => {
  const written = fc.asyncProperty(fc.oneof(fc.object({ maxDepth: 7 }), fc.array(fc.jsonValue())), async (value) => {
    expect(await textInTurns(value)).toBe(JSON.stringify(value))
  })
  return fc.assert(written, { seed: SEED, numRuns: 300 })
})

it('leaves out of objects what is undefined, and keeps its place in lists', async () => {
  const value = { a: undefined, b: [undefined, 1, []], c: {}, d: { e: undefined }, 'f"': '\u2028' }
  expect(await textInTurns(value)).toBe(JSON.stringify(value))
})

it('lets others have their turn while much is written', async () => {
  const many = { sheets: Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`s${i}`, { at: i }])) }
  let [turns, isDone] = [0, false]
  const turn = (): void => void (isDone || ((turns += 1), setImmediate(turn)))
  setImmediate(turn)
  await textInTurns(many)
  isDone = true
  expect(turns).toBeGreaterThan(1)
})
