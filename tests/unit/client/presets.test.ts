/** Presets of an export as a browser keeps them: one beyond their limits, and what is kept in another's place. */
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals'
import type { LastExport } from '@/client/store/exportChoice'
import { exportPresets, forgetPreset, keepPreset, PRESET_LIMITS } from '@/client/store/exportPresets'

const choice: LastExport = { format: 'webp', quality: 80, bleed: false, placeholders: false }
const kept = new Map<string, string>()

beforeEach(() => {
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    value: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
    },
  })
})
afterEach(() => {
  kept.clear()
  Reflect.deleteProperty(globalThis, 'localStorage')
})

describe('presets of an export', () => {
  it('are kept by name, the newest under a name in the place of the one before', () => {
    keepPreset(' Web ', choice)
    keepPreset('Print', { ...choice, format: 'pdf', sizing: { by: 'ppi', ppi: 300 } })
    expect(keepPreset('Web', { ...choice, quality: 60 }).map(({ name }) => name)).toEqual(['Print', 'Web'])
    expect(exportPresets()[1]?.choice.quality).toBe(60)
    expect(forgetPreset('Print')).toHaveLength(1)
    expect(exportPresets()).toHaveLength(1)
  })
  it('are refused in words without a name, with too long a name, and one too many', () => {
    expect(() => keepPreset('   ', choice)).toThrow(/1 to 60 characters/)
    expect(() => keepPreset('x'.repeat(PRESET_LIMITS.name + 1), choice)).toThrow(/1 to 60 characters/)
    for (let i = 0; i < PRESET_LIMITS.count; i += 1) keepPreset(`${i}`, choice)
    expect(() => keepPreset('one more', choice)).toThrow(/at most 30; forget one first/)
    expect(exportPresets()).toHaveLength(PRESET_LIMITS.count)
    expect(keepPreset('7', choice)).toHaveLength(PRESET_LIMITS.count)
  })
  it.each(['nonsense', 'null', '{}', '[{"name":"a"}]', '[{"name":"a","choice":{"format":"exe"}}]'])(
    'that something else has written over with %s are none',
    (harm) => {
      keepPreset('Web', choice)
      for (const store of kept.keys()) kept.set(store, harm)
      expect(exportPresets()).toEqual([])
    },
  )
  it('that are sound stay beside one that is not', () => {
    keepPreset('Web', choice)
    for (const [store, text] of kept) kept.set(store, text.replace('[', '[{"name":"a"},'))
    expect(exportPresets().map(({ name }) => name)).toEqual(['Web'])
  })
})
