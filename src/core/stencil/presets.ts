import type { Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import { newStencil, type Stencil } from '@/core/stencil/stencil'

export const PRESET_GROUPS = [
  'Plain',
  'Cards and windows',
  'Round',
  'Points',
  'Nature',
  'Signs',
  'Paper',
  'Cut up',
] as const
export type PresetGroup = (typeof PRESET_GROUPS)[number]

/** A stencil as the supplies offer it. */
export interface Preset {
  readonly name: string
  readonly group: PresetGroup
  readonly stencil: Stencil
  /** Width over height at which it is put on a sheet. */
  readonly aspect: number
  /** Other words it is found by. */
  readonly words: string
}

const preset = (group: PresetGroup, name: string, stencil: Stencil, aspect = 1, words = ''): Preset => ({
  name,
  group,
  stencil,
  aspect,
  words,
})

const round = (share: number): Stencil => ({ kind: 'rectangle', corners: [{ style: 'round', size: { share } }] })
const NONE = { style: 'round', size: { share: 0 } } as const
const leafCorner = { style: 'round', size: { share: 0.5 } } as const

/** The stencils that come with the program. */
export const PRESETS: readonly Preset[] = [
  preset('Plain', 'Rectangle', { kind: 'rectangle' }, 1.25, 'box landscape'),
  preset('Plain', 'Square', { kind: 'rectangle' }, 1, 'box'),
  preset('Plain', 'Upright', { kind: 'rectangle' }, 0.75, 'box portrait'),
  preset('Plain', 'Panorama', { kind: 'rectangle' }, 2.4, 'box wide strip'),
  preset('Plain', 'Ellipse', { kind: 'ellipse' }, 1, 'circle round oval'),
  preset('Plain', 'Oval', { kind: 'ellipse' }, 0.75, 'ellipse cameo'),
  preset('Plain', 'Triangle', newStencil('triangle'), 1.15, 'three'),
  preset('Plain', 'Right triangle', { kind: 'triangle', apex: 0 }, 1, 'three corner'),
  preset('Plain', 'Polygon', newStencil('polygon'), 0.87, 'hexagon six sides'),
  preset('Cards and windows', 'Rounded', round(0.12), 1.25, 'rectangle card corners'),
  preset('Cards and windows', 'Pill', round(0.5), 2, 'capsule round'),
  preset(
    'Cards and windows',
    'Cut corners',
    { kind: 'rectangle', corners: [{ style: 'bevel', size: { share: 0.16 } }] },
    1.25,
    'bevel octagon',
  ),
  preset(
    'Cards and windows',
    'Scooped',
    { kind: 'rectangle', corners: [{ style: 'scoop', size: { share: 0.18 } }] },
    1.25,
    'plaque label corners',
  ),
  preset(
    'Cards and windows',
    'Notched',
    { kind: 'rectangle', corners: [{ style: 'notch', size: { share: 0.12 } }] },
    1.25,
    'steps corners',
  ),
  preset(
    'Cards and windows',
    'Two corners round',
    { kind: 'rectangle', corners: [leafCorner, NONE, leafCorner, NONE] },
    1,
    'leaf rectangle',
  ),
  preset('Cards and windows', 'Arch', newStencil('arch'), 0.7, 'window door round'),
  preset('Cards and windows', 'Pointed arch', { kind: 'arch', rise: 0.42, head: 'pointed' }, 0.66, 'window church'),
  preset('Cards and windows', 'Superellipse', newStencil('superellipse'), 1, 'squircle soft square'),
  preset('Round', 'Half circle', newStencil('arc'), 2, 'semicircle arc'),
  preset('Round', 'Quarter circle', { kind: 'arc', from: 180, sweep: 90, hole: 0 }, 1, 'arc corner'),
  preset('Round', 'Three quarters', { kind: 'arc', from: -90, sweep: 270, hole: 0 }, 1, 'arc pie'),
  preset('Round', 'Bow', { kind: 'arc', from: -160, sweep: 140, hole: 0.62 }, 1.6, 'arc band rainbow'),
  preset('Round', 'Ring', newStencil('ring'), 1, 'donut annulus hole'),
  preset('Round', 'Crescent', newStencil('crescent'), 0.65, 'moon'),
  preset('Round', 'Egg', newStencil('egg'), 0.78, 'oval'),
  preset('Round', 'Scallop', newStencil('scallop'), 1, 'cloud edge biscuit'),
  preset('Round', 'Cloud', { kind: 'scallop', lobes: 7, bulge: 1 }, 1.6, 'scallop sky'),
  preset('Points', 'Star', newStencil('star'), 1.05, 'five points'),
  preset('Points', 'Four-point star', { kind: 'star', points: 4, inner: 0.38 }, 1, 'sparkle'),
  preset('Points', 'Six-point star', { kind: 'star', points: 6, inner: 0.577 }, 0.87, 'hexagram'),
  preset('Points', 'Burst', newStencil('burst'), 1, 'badge seal sun'),
  preset(
    'Points',
    'Wild burst',
    { kind: 'burst', points: 16, depth: 0.5, uneven: 0.7, seed: 4 },
    1.3,
    'explosion comic',
  ),
  preset('Points', 'Kite', newStencil('kite'), 0.7, 'diamond fly'),
  preset('Points', 'Diamond', { kind: 'kite', cross: 0.5 }, 1, 'rhombus'),
  preset('Points', 'Pentagon', { kind: 'polygon', sides: 5 }, 1.05, 'five sides'),
  preset('Points', 'Hexagon', newStencil('hexagon'), 1.15, 'six honeycomb flat'),
  preset(
    'Points',
    'Octagon',
    { kind: 'rectangle', corners: [{ style: 'bevel', size: { share: 0.293 } }] },
    1,
    'eight sides',
  ),
  preset('Points', 'Parallelogram', newStencil('parallelogram'), 1.5, 'leaning slanted'),
  preset('Points', 'Trapezoid', newStencil('trapezoid'), 1.4, 'table'),
  preset('Nature', 'Heart', newStencil('heart'), 1.08, 'love'),
  preset('Nature', 'Drop', newStencil('drop'), 0.7, 'rain tear water'),
  preset('Nature', 'Leaf', newStencil('leaf'), 0.6, 'lens eye petal'),
  preset('Nature', 'Flower', newStencil('flower'), 1, 'petals'),
  preset('Nature', 'Daisy', { kind: 'flower', petals: 14, depth: 0.3, full: 0.8 }, 1, 'petals flower'),
  preset('Nature', 'Blob', newStencil('blob'), 1.1, 'organic puddle'),
  preset('Nature', 'Pebble', { kind: 'blob', bumps: 4, wildness: 0.35, seed: 11 }, 1.25, 'stone organic'),
  preset('Nature', 'Splash', { kind: 'blob', bumps: 12, wildness: 0.9, seed: 7 }, 1.2, 'ink organic'),
  preset('Signs', 'Speech', newStencil('speech'), 1.35, 'bubble talk balloon'),
  preset('Signs', 'Arrow', newStencil('arrow'), 1.7, 'direction pointer'),
  preset('Signs', 'Chevron', newStencil('chevron'), 1.3, 'direction'),
  preset('Signs', 'Cross', newStencil('cross'), 1, 'plus'),
  preset('Signs', 'Ribbon', newStencil('ribbon'), 3, 'banner'),
  preset('Signs', 'Tag', newStencil('tag'), 1.9, 'label price luggage'),
  preset('Signs', 'Ticket', newStencil('ticket'), 2.1, 'coupon admission'),
  preset('Paper', 'Stamp', newStencil('stamp'), 0.8, 'postage perforated'),
  preset('Paper', 'Torn paper', newStencil('torn'), 1.25, 'ripped rough edge'),
  preset(
    'Paper',
    'Torn foot',
    { kind: 'torn', depth: 0.14, rough: 0.45, edges: 'bottom', seed: 3 },
    1.25,
    'ripped rough edge',
  ),
  preset('Paper', 'Wave', newStencil('wave'), 1.6, 'flag water'),
  preset('Paper', 'Pinked edge', newStencil('pinking'), 1.25, 'zigzag shears fabric'),
  preset('Paper', 'Receipt', { kind: 'pinking', teeth: 16, depth: 0.05, edges: 'top and bottom' }, 0.6, 'zigzag till'),
  preset('Cut up', 'Strips', newStencil('strips'), 1.3, 'columns blinds triptych'),
  preset(
    'Cut up',
    'Level strips',
    { kind: 'strips', count: 5, gap: { share: 0.04 }, run: 'level' },
    1.1,
    'rows blinds',
  ),
  preset('Cut up', 'Tiles', newStencil('tiles'), 1, 'grid nine squares'),
  preset('Cut up', 'Shards', newStencil('shards'), 1.2, 'glass broken pieces'),
  preset('Cut up', 'Slats', newStencil('slats'), 1.2, 'slanted strips'),
  preset(
    'Cut up',
    'Fading slats',
    { kind: 'slats', count: 9, gap: { share: 0.02 }, lean: 0, taper: 0.85 },
    1.4,
    'speed strips',
  ),
]

/** Is a stencil found, by its name, its group or other words, by every word that is searched for? */
export const isStencilFound = (
  { name, group, words }: { readonly name: string; readonly group: string; readonly words: string },
  search: string,
): boolean => {
  const text = `${name} ${group} ${words}`.toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

const sameShape = (p: Stencil, q: Stencil): boolean => JSON.stringify(p) === JSON.stringify(q)

/** The preset that a stencil is, if it is one as it comes. */
export const presetOf = (stencil: Stencil): Preset | null =>
  PRESETS.find((one) => sameShape(one.stencil, stencil)) ?? null

/** Width over height at which a stencil is put on a sheet: its preset's, else that of its own outline. */
export const aspectOf = (stencil: Stencil): number => {
  const known = presetOf(stencil)
  if (known) return known.aspect
  if (stencil.kind !== 'path') return 1
  const { x0, y0, x1, y1 } = boundsOf(parseSvgPath(stencil.d))
  return x1 > x0 && y1 > y0 ? Math.min(50, Math.max(0.02, (x1 - x0) / (y1 - y0))) : 1
}

/** A box of this aspect within a square of `side`. */
export const aspectSize = (aspect: number, side: number): Size => ({
  w: side * Math.sqrt(aspect),
  h: side / Math.sqrt(aspect),
})
