/**
 * Outlines of SVG drawings against resvg, an independent renderer: over icons of the package bootstrap-icons and
 * drawings made for each feature, the area of each pixel that they cover
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
const FOLDER = path.resolve('node_modules/bootstrap-icons/icons')

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs, min } = Math

/** resvg at four times the size, averaged: its own anti-aliasing knows only 16 steps. */
const FINER = 4

const theirAlpha = (svg: string): { readonly alpha: Float32Array; readonly width: number; readonly height: number } => {
  const options = { fitTo: { mode: 'width', value: SIDE * FINER }, font: { loadSystemFonts: false } } as const
  const image = new Resvg(svg, options).render()
  const [width, height] = [SIDE, Math.round(image.height / FINER)]
  const { pixels } = image
  const alpha = new Float32Array(width * height)
  for (let y = 0; y < height * FINER; y += 1)
    for (let x = 0; x < SIDE * FINER; x += 1) {
      const at = ((y / FINER) | 0) * width + ((x / FINER) | 0)
      alpha[at] = (alpha[at] ?? 0) + (pixels[4 * (min(y, image.height - 1) * image.width + x) + 3] ?? 0) / FINER ** 2
    }
  return { alpha, width, height }
}

/** Share of pixels whose transparency differs by more than 32 of 255. */
const difference = (svg: string): number => {
  const { alpha, width, height } = theirAlpha(svg)
  const art = readArtwork(svg)
  const fit = compose(scaling(width / art.size.w, height / art.size.h))
  const ours = new Float32Array(width * height)
  art.outlines.forEach((outline, i) => {
    if (!art.filled[i]) return
    const covered = coverage({ ...outline, path: transformPath(fit, outline.path) }, width, height)
    for (let k = 0; k < ours.length; k += 1) ours[k] = 1 - (1 - (ours[k] ?? 0)) * (1 - (covered[k] ?? 0))
  })
  let off = 0
  for (let k = 0; k < ours.length; k += 1) if (abs((ours[k] ?? 0) * 255 - (alpha[k] ?? 0)) > 32) off += 1
  return off / (width * height)
}

describe('outlines read from SVG paint what resvg paints', () => {
  const icons = readdirSync(FOLDER)
    .filter((name) => name.endsWith('.svg'))
    .filter((_, i) => i % (isProving ? 4 : 40) === 0)
    // A half transparent part has no mask to compare.
    .filter((name) => !readFileSync(path.join(FOLDER, name), 'utf8').includes('opacity'))
  it(`over ${icons.length} icons`, () => {
    expect(icons.length).toBeGreaterThan(40)
    const wrong = icons
      .map((name) => ({ name, off: difference(readFileSync(path.join(FOLDER, name), 'utf8')) }))
      .filter(({ off }) => off > 0.005)
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
    ['open shapes, filled as if closed', wrap('<polyline points="10,10 90,10 50,80"/><path d="M10 60L40 95 20 98"/>')],
  ])('with %s', (_what, svg) => expect(difference(svg)).toBeLessThanOrEqual(0.005))
})
