/** The directions of architecture.md, kept: who may import whom, and what may stand where. */
import { describe, expect, it } from '@jest/globals'
import { EDGES, FILES, importsOf, nameOf, offenders, violations } from './sources'

const top = (name: string): string => name.split('/')[0] ?? ''
const FLOORS: readonly (readonly string[])[] = [
  [''],
  ['geometry', 'colour'],
  ['film'],
  ['path'],
  ['lettering'],
  ['text'],
  ['stencil', 'region', 'adjust'],
  ['warp'],
  ['placement', 'finish'],
  ['template'],
  ['document'],
  ['render'],
  ['formats'],
]
const coreFolder = (name: string): string => (name.split('/').length > 2 ? (name.split('/')[1] ?? '') : '')
const floorOf = (name: string): number => FLOORS.findIndex((floor) => floor.includes(coreFolder(name)))

describe('imports', () => {
  it('of the core go down its floors, and folders of one floor leave each other alone', () => {
    const inCore = FILES.map(nameOf).filter((name) => top(name) === 'core')
    expect(inCore.filter((name) => floorOf(name) < 0)).toEqual([])
    expect(
      violations(
        (from, to) =>
          top(from) === 'core' &&
          top(to) === 'core' &&
          (floorOf(to) > floorOf(from) || (floorOf(to) === floorOf(from) && coreFolder(to) !== coreFolder(from))),
      ),
    ).toEqual([])
  })
  it('of the core leave it for nothing else of ours, and only for pure packages', () => {
    expect(violations((from, to) => top(from) === 'core' && top(to) !== 'core')).toEqual([])
    const outside = FILES.filter((file) => top(nameOf(file)) === 'core').flatMap((file) =>
      importsOf(file)
        .filter((wanted) => !wanted.startsWith('@/') && !wanted.startsWith('.'))
        .map((wanted) => `${nameOf(file)}: ${wanted}`),
    )
    expect(
      outside.filter(
        (line) =>
          !/: (immer|yup)$|^core\/path\/combine.ts: paper\/dist\/paper-core\.js$|^core\/path\/flat.ts: clipper-lib$|^core\/region\/contours.ts: d3-contour$|^core\/text\/breaks.ts: linebreak$|^core\/formats\/xml.ts: saxes$|^core\/formats\/svg\/styles.ts: css-tree$/.test(
            line,
          ),
      ),
    ).toEqual([])
  })
  it('of painters reach only the core', () =>
    expect(violations((from, to) => top(from) === 'painters' && !['core', 'painters'].includes(top(to)))).toEqual([]))
  it('of typefaces reach only the core', () =>
    expect(violations((from, to) => top(from) === 'faces' && !['core', 'faces'].includes(top(to)))).toEqual([]))
  it('of the contract reach only the core', () =>
    expect(violations((from, to) => top(from) === 'contract' && !['core', 'contract'].includes(top(to)))).toEqual([]))
  it('never join server and client', () =>
    expect(
      violations(
        (from, to) =>
          (top(from) === 'client' && top(to) === 'server') || (top(from) === 'server' && top(to) === 'client'),
      ),
    ).toEqual([]))
  it('never reach the routes from below', () =>
    expect(violations((from, to) => top(to) === 'app' && top(from) !== 'app')).toEqual([]))
  it('run in no circle, types included', () => {
    const next = new Map<string, string[]>()
    for (const { from, to } of EDGES) next.set(from, [...(next.get(from) ?? []), to])
    const done = new Set<string>()
    const circles: string[] = []
    const visit = (name: string, trail: readonly string[]): void => {
      if (trail.includes(name)) circles.push([...trail.slice(trail.indexOf(name)), name].join(' → '))
      if (done.has(name) || trail.includes(name)) return
      for (const to of next.get(name) ?? []) visit(to, [...trail, name])
      done.add(name)
    }
    for (const file of FILES) visit(nameOf(file), [])
    expect(circles).toEqual([])
  })
})

describe('code', () => {
  it('of the core knows no clock, chance, page or Node', () => {
    const inCore = (name: string): boolean => top(name) === 'core'
    expect(
      offenders(
        inCore,
        /\bDate\.now|new Date\b|Math\.random|\bwindow\.|\bdocument\.(query|create|body)|\bprocess\.|['"]node:/,
      ),
    ).toEqual([])
  })
  it('of the core assigns no module variable again', () =>
    expect(offenders((name) => top(name) === 'core', /^(let|var) /m)).toEqual([]))
  it('throws no bare error in core and server', () =>
    expect(offenders((name) => ['core', 'server'].includes(top(name)), /throw new Error\(/)).toEqual([]))
  it('catches nothing silently: an empty block, or a constant in the place of any error', () => {
    const constant = String.raw`(undefined|null|false|true|void 0|''|\[\]|\(?\{\s*\}\)?)`
    const silent = [
      String.raw`catch\s*(\([^)]*\))?\s*\{\s*\}`,
      String.raw`\.catch\(\s*(async\s*)?\(\)\s*=>\s*${constant}\s*,?\s*\)`,
      // The second of the two that `then` takes.
      String.raw`\.then\([^;]*?,\s*\(\)\s*=>\s*${constant}\s*,?\s*\)`,
    ]
    const pattern = new RegExp(silent.join('|'))
    for (const bad of ['.catch(() => undefined)', 'catch {}', 'catch (e) { }', '.then((x) => x, () => null)'])
      expect(pattern.test(bad)).toBe(true)
    expect(offenders(() => true, pattern)).toEqual([])
  })
  it('of components that are compiled reads nothing that may change but through hooks: they would keep what they once read', () =>
    expect(
      offenders(
        (name) => top(name) === 'client',
        /^'use memo'[\s\S]*(ownKeys\(|shownKey\w*\(|(local|session)Storage|Date\.now|= \w+\([^()]*bench\.get\(\))/m,
      ),
    ).toEqual([]))
  it('of components does no geometry: rounding and limits are all', () => {
    expect(offenders((name) => name.endsWith('.tsx'), /Math\.(?!round|min|max|log|exp)/)).toEqual([])
  })
  it('of components and routes speaks no SQL', () =>
    expect(
      offenders(
        (name) => name.endsWith('.tsx') || top(name) === 'app',
        /\b(SELECT|INSERT|UPDATE .* SET|DELETE FROM)\b/,
      ),
    ).toEqual([]))
  it('stands in files named by nouns', () =>
    expect(FILES.map(nameOf).filter((name) => /(^|\/)(utils?|helpers?|misc|common)(\.|\/)/.test(name))).toEqual([]))
  it('writes unit factors and hosts in one place', () => {
    expect(offenders((name) => name !== 'core/units.ts', /\b25\.4\b/)).toEqual([])
  })
})
