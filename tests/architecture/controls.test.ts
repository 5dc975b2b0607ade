/** One set of controls, one theme: what stands in source files and style sheets. */
import { describe, expect, it } from '@jest/globals'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { codeOf, FILES, nameOf, offenders, SRC } from './sources'

const inPage = (name: string): boolean => name.startsWith('client/') || name.startsWith('app/')

const sheetsBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name)
    return entry.isDirectory() ? sheetsBelow(full) : entry.name.endsWith('.css') ? [full] : []
  })

const SHEETS = sheetsBelow(SRC).map((file) => ({ name: nameOf(file), text: readFileSync(file, 'utf8') }))
const MODULES = SHEETS.filter(({ name }) => name.endsWith('.module.css'))

/** Class names that a style sheet declares. */
const declared = (text: string): Set<string> => {
  const selectors = text
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/:global\([^)]*\)/g, '')
    .replace(/\{[^{}]*\}/g, ' ')
  return new Set([...selectors.matchAll(/\.([a-zA-Z][\w-]*)/g)].map(([, name]) => name ?? ''))
}

/** Which class names of each style sheet the components use. */
const used = (): ReadonlyMap<string, ReadonlySet<string>> => {
  const uses = new Map<string, Set<string>>()
  for (const file of FILES) {
    const code = codeOf(file)
    for (const [, local, sheet] of code.matchAll(/import (\w+) from '@\/([^']*\.module\.css)'/g)) {
      const names = uses.get(sheet ?? '') ?? new Set<string>()
      for (const [, name] of code.matchAll(new RegExp(`\\b${local}\\.(\\w+)`, 'g'))) names.add(name ?? '')
      uses.set(sheet ?? '', names)
    }
  }
  return uses
}

describe('controls', () => {
  it('are those of the library: raw ones stand in parts alone', () => {
    // Texts that are written on the sheet are ours: a field out of sight takes the keys.
    const ours = ['client/letters/TypingLayer.tsx', 'client/text/WritingField.tsx']
    expect(
      offenders(
        (name) => inPage(name) && !name.startsWith('client/parts/') && !ours.includes(name),
        /<(button|select|input|textarea)\b/,
      ),
    ).toEqual([])
  })
  it('take at most three properties of style in their place; more are a variant of the theme', () => {
    const long = FILES.flatMap((file) =>
      [...codeOf(file).matchAll(/sx=\{\{([\s\S]*?)\}\}/g)]
        .filter(([, held]) => (held ?? '').split(/,(?![^(]*\))/).filter((one) => one.trim()).length > 3)
        .map(([whole]) => `${nameOf(file)}: ${whole}`),
    )
    expect(long).toEqual([])
  })
})

describe('colours', () => {
  const COLOUR = /#[0-9a-f]{3,8}\b|\brgba?\(|\bhsla?\(/i
  it('stand in the theme alone; what documents begin with stands beside the store', () => {
    // What the painted camera sees is a picture, not a control.
    const known = ['client/theme/colours.ts', 'client/store/colours.ts', 'client/clips/recordedScenes.ts']
    expect(offenders((name) => inPage(name) && !known.includes(name), COLOUR)).toEqual([])
  })
  it('are taken from it in every style sheet', () =>
    expect(SHEETS.filter(({ text }) => COLOUR.test(text)).map(({ name }) => name)).toEqual([]))
})

describe('style sheets', () => {
  it('are few: at most 1,030 lines in all', () => {
    const lines = MODULES.reduce((sum, { text }) => sum + text.split('\n').filter((line) => line.trim()).length, 0)
    expect(lines).toBeLessThanOrEqual(1030)
  })
  it('hold nothing smaller than 12 px', () => {
    const sizes = SHEETS.flatMap(({ name, text }) =>
      [...text.matchAll(/font(?:-size)?:[^;]*?(\d+(?:\.\d+)?)px/g)].map(([, size]) => ({ name, size: Number(size) })),
    )
    expect(sizes.length).toBeGreaterThan(5)
    expect(sizes.filter(({ size }) => size < 12)).toEqual([])
  })
  it('declare what is used, and nothing else', () => {
    const uses = used()
    const faults = MODULES.flatMap(({ name, text }) => {
      const held = declared(text)
      const wanted = uses.get(name) ?? new Set<string>()
      return [
        ...[...held].filter((one) => !wanted.has(one)).map((one) => `${name}: .${one} is not used`),
        ...[...wanted].filter((one) => !held.has(one)).map((one) => `${name}: .${one} is not there`),
      ]
    })
    expect(faults).toEqual([])
  })
})
