/** Finishes and looks kept for all projects: what is taken, what is refused and in which words. */
import { describe, expect, it } from '@jest/globals'
import { newLayer } from '@/core/finish/layers'
import type { NewStyle } from '@/contract/styles'
import { forgetStyle, keepStyle, listStyles } from '@/server/styles/catalogue'
import { useDataFolder } from '@tests/helpers/dataFolder'

useDataFolder()

const card: NewStyle = {
  kind: 'finish',
  name: 'Card',
  category: 'Post',
  values: { layers: [newLayer('stroke', 'edge', 6)], corners: { style: 'round', size: { share: 0.1 } }, opacity: 0.9 },
}
const dusk: NewStyle = { kind: 'look', name: 'Dusk', category: '', values: { exposure: -0.4, warmth: 0.3 } }

describe('finishes and looks for all projects', () => {
  it('are kept once, listed by kind and name, and forgotten', async () => {
    const kept = await keepStyle(card)
    await keepStyle(dusk)
    expect(await keepStyle({ ...card })).toEqual(kept)
    expect((await listStyles()).map(({ name, kind, values }) => ({ name, kind, values }))).toEqual([
      { name: 'Card', kind: 'finish', values: card.values },
      { name: 'Dusk', kind: 'look', values: dusk.values },
    ])
    await keepStyle({ ...card, name: 'Card two' })
    expect(await listStyles()).toHaveLength(3)
    await forgetStyle(kept.id)
    expect((await listStyles()).map(({ name }) => name)).toEqual(['Card two', 'Dusk'])
    await expect(forgetStyle(kept.id)).rejects.toThrow(/no longer kept/)
  })
  it.each([
    ['a width of nothing', { ...card, values: { layers: [{ ...newLayer('stroke', 'e', 6), width: -1 }] } }, /width/],
    ['no layers', { ...card, values: {} }, /layers is missing/],
    ['an unknown key', { ...card, values: { layers: [], script: 'x' } }, /script/],
    ['a value beyond its range', { ...dusk, values: { exposure: 900 } }, /exposure/],
    [
      'a colour of one project’s slot',
      { ...card, values: { layers: [{ ...newLayer('glow', 'g', 6), colour: '@sea' }] } },
      /colours of one project/,
    ],
  ])('with %s are refused in words', async (_what, style, words) => {
    await expect(keepStyle(style as unknown as NewStyle)).rejects.toThrow(words)
  })
})
