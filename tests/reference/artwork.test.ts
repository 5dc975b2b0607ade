/**
 * Outlines of SVG drawings against resvg, an independent renderer: over icons of the package bootstrap-icons (filled) and
 * of lucide-static (drawn by strokes) and drawings made for each feature, the area of each pixel that they cover
 * (tests/helpers/coverage.ts) against what resvg paints.
 */
import { describe, expect, it } from '@jest/globals'
import { Resvg } from '@resvg/resvg-js'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { readArtwork } from '@/core/formats/svg/artwork'
import { compose, scaling } from '@/core/geometry/matrix'
import { transformPath } from '@/core/path/transform'
import { isProving } from '@tests/helpers/sweep'
import { coverage } from '@tests/helpers/coverage'

const SIDE = 128
const FILLED = path.resolve('node_modules/bootstrap-icons/icons')
const DRAWN = path.resolve('node_modules/lucide-static/icons')

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs, min } = Math

/** resvg at four times the size, averaged: its own anti-aliasing knows only 16 steps. */
const FINER = 4

const theirAlpha = (svg: string): { readonly alpha: Float32Array; readonly width: number; readonly height: number } => {
  const options = { fitTo: { mode: 'width', value: SIDE * FINER }, font: { loadSystemFonts: false } } as const
  const image = new Resvg(svg, options).render()
  const { pixels, width, height } = image
  return {
    alpha: Float32Array.from({ length: width * height }, (_, i) => (pixels[4 * i + 3] ?? 0) / 255),
    width,
    height,
  }
}

/** Means of FINER × FINER pixels. */
const averaged = (alpha: Float32Array, width: number, height: number): Float32Array => {
  const [w, h] = [width / FINER, Math.round(height / FINER)]
  const means = new Float32Array(w * h)
  for (let y = 0; y < h * FINER; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = ((y / FINER) | 0) * w + ((x / FINER) | 0)
      means[at] = (means[at] ?? 0) + (alpha[min(y, height - 1) * width + x] ?? 0) / FINER ** 2
    }
  return means
}

/** Share of pixels whose transparency differs by more than 32 of 255; `painted` stands for the drawing in resvg. */
const difference = (svg: string, painted = svg): number => {
  const { alpha, width, height } = theirAlpha(painted)
  const art = readArtwork(svg)
  const fit = compose(scaling(width / art.size.w, height / art.size.h))
  const ours = new Float32Array(width * height)
  art.outlines.forEach((outline, i) => {
    if (art.kinds[i] === 'inside') return
    const covered = coverage({ ...outline, path: transformPath(fit, outline.path) }, width, height)
    for (let k = 0; k < ours.length; k += 1) ours[k] = 1 - (1 - (ours[k] ?? 0)) * (1 - (covered[k] ?? 0))
  })
  const [mine, theirs] = [averaged(ours, width, height), averaged(alpha, width, height)]
  return mine.reduce((sum, one, k) => sum + (abs(one - (theirs[k] ?? 0)) * 255 > 32 ? 1 : 0), 0) / mine.length
}

describe('outlines read from SVG paint what resvg paints', () => {
  it.each([
    ['filled', FILLED, isProving ? 4 : 40],
    ['drawn by strokes', DRAWN, isProving ? 3 : 18],
  ])('over icons that are %s', (_how, folder, step) => {
    const icons = readdirSync(folder)
      .filter((name) => name.endsWith('.svg'))
      .filter((_, i) => i % step === 0)
      .map((name) => ({ name, svg: readFileSync(path.join(folder, name), 'utf8') }))
      // A half transparent part has no mask to compare.
      .filter(({ svg }) => !svg.includes('opacity'))
    expect(icons.length).toBeGreaterThan(40)
    const wrong = icons.map(({ name, svg }) => ({ name, off: difference(svg) })).filter(({ off }) => off > 0.005)
    expect(wrong).toEqual([])
  })
  const wrap = (inner: string, attributes = 'viewBox="0 0 100 100"'): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`
  it.each([
    [
      'basic shapes',
      wrap(
        '<rect x="5" y="5" width="30" height="20" rx="4"/><circle cx="60" cy="20" r="12"/><ellipse cx="20" cy="70" rx="15" ry="9"/><polygon points="60,50 90,60 70,90"/>',
      ),
    ],
    ['rounded by one radius only', wrap('<rect x="5" y="5" width="60" height="50" ry="12"/>')],
    ['radii larger than the rectangle', wrap('<rect x="5" y="5" width="60" height="50" rx="90"/>')],
    [
      'nested transforms',
      wrap(
        '<g transform="translate(50 50) rotate(30)"><g transform="scale(2,-.5)"><path transform="skewX(20)" d="M-10-20h20v30h-20z"/></g></g>',
      ),
    ],
    ['rotation about a point', wrap('<rect x="20" y="40" width="60" height="20" transform="rotate(45,50,50)"/>')],
    ['a matrix', wrap('<circle r="10" transform="matrix(2 .5 -.5 1 50 50)"/>')],
    [
      'use and symbols',
      wrap(
        '<defs><path id="k" d="M0 0h20l-10 20z"/><symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/></symbol></defs><use href="#k" x="10" y="10"/><use xlink:href="#s" x="50" y="50" width="40" height="20"/>',
      ),
    ],
    [
      'even-odd against non-zero',
      wrap(
        '<path fill-rule="evenodd" d="M5 5h40v40h-40zM15 15h20v20h-20z"/><path d="M55 5h40v40h-40zM65 15h20v20h-20z"/><g style="fill-rule:evenodd"><path d="M5 55h40v40h-40zM15 65h20v20h-20z"/></g>',
      ),
    ],
    [
      'clip paths',
      wrap(
        '<clipPath id="c"><circle cx="40" cy="40" r="25"/></clipPath><g clip-path="url(#c)"><rect x="20" y="30" width="70" height="60"/></g>',
      ),
    ],
    [
      'a clip path turned with what it clips',
      wrap(
        '<clipPath id="c"><rect x="0" y="0" width="30" height="30"/><circle cx="30" cy="30" r="12"/></clipPath><rect clip-path="url(#c)" transform="translate(40 20) rotate(20)" width="60" height="60"/>',
      ),
    ],
    [
      'a viewBox of another shape',
      wrap('<circle cx="50" cy="50" r="45"/>', 'viewBox="0 0 100 100" width="200" height="100"'),
    ],
    [
      'stretched without regard to aspect',
      wrap(
        '<circle cx="50" cy="50" r="45"/>',
        'viewBox="0 0 100 100" width="200" height="100" preserveAspectRatio="none"',
      ),
    ],
    [
      'sliced at its start',
      wrap(
        '<circle cx="50" cy="50" r="45"/>',
        'viewBox="0 0 100 100" width="200" height="100" preserveAspectRatio="xMinYMin slice"',
      ),
    ],
    [
      'a nested drawing',
      wrap('<svg x="20" y="10" width="60" height="40" viewBox="0 0 10 10"><rect width="10" height="10"/></svg>'),
    ],
    [
      'what is hidden',
      wrap(
        '<rect width="50" height="50"/><g display="none"><rect x="50" y="50" width="50" height="50"/></g><rect x="60" width="20" height="20" visibility="hidden"/><rect x="60" y="60" width="20" height="20" opacity="0"/>',
      ),
    ],
    [
      'style sheets',
      wrap(
        '<style>.a{fill:none}#b{fill:red}path.c{display:none}</style><rect class="a" width="40" height="40"/><rect id="b" x="50" width="40" height="40"/><path class="c" d="M0 60h40v30h-40z"/><circle class="a" style="fill:blue" cx="70" cy="70" r="15"/>',
      ),
    ],
    ['units and per cent', wrap('<rect x="10%" y="5mm" width="1in" height="20%"/>', 'width="200" height="200"')],
    [
      'arcs of every flag',
      wrap(
        '<path d="M10 50a20 10 30 0 0 30 0zM60 50a20 10 30 1 0 30 0zM10 80a20 10 30 01 30 0zM60 80a20 10 30 1130 0z"/>',
      ),
    ],
    [
      'symbols that clip to their viewport',
      wrap(
        '<symbol id="s" viewBox="0 0 10 10"><circle cx="10" cy="5" r="5"/></symbol><symbol id="o" viewBox="0 0 10 10" overflow="visible"><circle cx="10" cy="5" r="5"/></symbol><use href="#s" x="10" y="10" width="30" height="30"/><use href="#o" x="50" y="50" width="30" height="30"/>',
      ),
    ],
    [
      'a nested drawing that clips, turned',
      wrap(
        '<g transform="rotate(20 50 50)"><svg x="20" y="20" width="40" height="30" viewBox="0 0 10 10" preserveAspectRatio="xMidYMid slice"><rect x="-5" y="-5" width="30" height="30"/></svg></g>',
      ),
    ],
    ['fill and stroke', wrap('<path d="M20 20h50l-20 60z" fill="red" stroke="black" stroke-width="9"/>')],
    [
      'strokes under a clip path',
      wrap(
        '<clipPath id="c"><circle cx="40" cy="40" r="25"/></clipPath><path clip-path="url(#c)" d="M0 40h90M40 0v90" stroke="black" stroke-width="14"/>',
      ),
    ],
    ['open shapes, filled as if closed', wrap('<polyline points="10,10 90,10 50,80"/><path d="M10 60L40 95 20 98"/>')],
  ])('with %s', (_what, svg) => expect(difference(svg)).toBeLessThanOrEqual(0.005))

  const pen = (attributes: string, d = 'M15 75L30 20 45 75 60 60 90 60', width = 8): string =>
    wrap(`<path d="${d}" fill="none" stroke="black" stroke-width="${width}" ${attributes}/>`)
  it.each([
    ...['butt', 'round', 'square'].flatMap((cap) =>
      ['miter', 'round', 'bevel'].map((join): readonly [string, string] => [
        `${cap} caps and ${join} joins`,
        pen(`stroke-linecap="${cap}" stroke-linejoin="${join}" stroke-miterlimit="3"`),
      ]),
    ),
    ['a mitre as long as it is allowed', pen('stroke-miterlimit="30"', 'M10 20L80 30 10 40')],
    ['a mitre that is too long', pen('stroke-miterlimit="2"', 'M10 20L80 30 10 40')],
    ['a line that comes straight back', pen('stroke-linejoin="round"', 'M20 50H80H40')],
    ['closed corners', pen('stroke-linejoin="round"', 'M20 20H80V80H20z')],
    ['dashes', pen('stroke-dasharray="9 5"')],
    ['an odd list of dashes', pen('stroke-dasharray="9 5 2"')],
    ['dashes with round caps', pen('stroke-dasharray="0 12" stroke-linecap="round"')],
    ['dashes moved along', pen('stroke-dasharray="20 9" stroke-dashoffset="13"')],
    ['dashes moved back', pen('stroke-dasharray="20 9" stroke-dashoffset="-13"')],
    ['dashes around a closed shape', pen('stroke-dasharray="31 11" stroke-dashoffset="9"', 'M20 20H80V80H20z')],
    ['dashes of no use', pen('stroke-dasharray="4 -2"')],
    ['dots', pen('stroke-linecap="round"', 'M20 20h0M50 20h.01M80 20z')],
    ['square dots', pen('stroke-linecap="square"', 'M20 20h0M80 20z')],
    ['a tight curve under a wide pen', pen('', 'M20 70C30 10 34 10 40 70S70 90 80 40', 22)],
    ['a loop', pen('', 'M20 80C120 10 -20 10 80 80', 5)],
    ['a line that crosses itself', pen('', 'M20 20L80 80V20L20 80z', 12)],
    [
      'circles and ellipses',
      wrap(
        '<g fill="none" stroke="red" stroke-width="6"><circle cx="30" cy="30" r="18"/><ellipse cx="65" cy="65" rx="28" ry="9"/><circle cx="80" cy="20" r="2"/></g>',
      ),
    ],
    [
      'lines, polylines and rectangles',
      wrap(
        '<g fill="none" stroke="red" stroke-width="6"><line x1="10" y1="10" x2="90" y2="30"/><polyline points="10,50 40,40 60,60"/><rect x="60" y="60" width="30" height="25" rx="8"/></g>',
      ),
    ],
    [
      'a line in a stretched group',
      wrap(
        '<g transform="translate(10 10) scale(4 1) skewX(20)" stroke="red" stroke-width="4" fill="none"><path d="M2 10L8 40 14 10"/><circle cx="10" cy="60" r="6"/></g>',
      ),
    ],
    ['a mirrored line with a square cap', pen('stroke-linecap="square" transform="matrix(-1 .4 .2 1 95 0)"')],
    [
      'a style sheet, per cent and inheritance',
      wrap(
        '<style>.k{stroke:#000;stroke-width:6%;stroke-linecap:round}</style><g class="k" fill="none"><path d="M20 30H80"/><path style="stroke-width:2" d="M20 60H80"/><path stroke="none" d="M20 80H80"/></g>',
      ),
    ],
  ])('with %s', (_what, svg) => expect(difference(svg)).toBeLessThanOrEqual(0.005))
  it('with strokes that keep their width, as the drawing would be after its transforms', () => {
    // resvg knows no vector-effect: it paints the same line already transformed (SVG 2, 8.11).
    const kept = wrap(
      '<g transform="translate(10 5) scale(3 1.5)"><path vector-effect="non-scaling-stroke" d="M5 10L15 40 25 10" fill="none" stroke="black" stroke-width="5" stroke-dasharray="12 4"/></g>',
    )
    const there = wrap(
      '<path d="M25 20L55 65 85 20" fill="none" stroke="black" stroke-width="5" stroke-dasharray="12 4"/>',
    )
    expect(difference(kept, there)).toBeLessThanOrEqual(0.005)
  })
  it('with dashes measured by the length that the author gives', () => {
    const given = pen('pathLength="10" stroke-dasharray="1 1"', 'M10 50H90')
    expect(difference(given, pen('stroke-dasharray="8 8"', 'M10 50H90'))).toBeLessThanOrEqual(0.005)
  })
})
