/**
 * Where lines may end, against the published test of UAX #14: LineBreakTest.txt of Unicode 15.0, from Debian's package
 * unicode-data. The package that finds the places departs from it in three ways, each of which is told apart here:
 * LB25 as its pairs stand in the annex, where the file was made with the tailoring for numbers of its section 8.2 (a
 * conforming choice); LB30 before wide brackets (U+2329 and those of half and full width); and pictographs not yet assigned.
 */
import { describe, expect, it } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { breakPlaces } from '@/core/text/breaks'

const FILE = '/usr/share/unicode/auxiliary/LineBreakTest.txt'

interface Line {
  readonly text: string
  readonly places: readonly number[]
  readonly said: string
}

const lineOf = (raw: string): Line => {
  const [marks = '', said = ''] = raw.split('#')
  let text = ''
  const places: number[] = []
  for (const word of marks.trim().split(/\s+/))
    if (word === '÷') places.push(text.length)
    else if (word !== '×') text += String.fromCodePoint(Number.parseInt(word, 16))
  return { text, places: places.filter((place) => place > 0), said }
}

const LINES = readFileSync(FILE, 'utf8')
  .split('\n')
  .filter((line) => line.trim() && !line.startsWith('#'))
  .map(lineOf)

const NUMBERS =
  /\((?:CL|CP_CP30)\) ÷ \[999\.0\] (?:PERCENT|DOLLAR)|\((?:CL|CP_CP30)\) × \[9\.0\] COMBINING DIAERESIS \(CM1_CM\) ÷ \[999\.0\] (?:PERCENT|DOLLAR)|\((?:IS|SY|PO|PR)\) (?:× \[9\.0\] COMBINING DIAERESIS \(CM1_CM\) )?÷ \[999\.0\]/
const WIDE_BRACKET = /[\u2329\u300c\uff08]/
const UNASSIGNED = /<reserved-1F/

describe('places where a line may end', () => {
  it('are those of LineBreakTest.txt, but where the package is known to depart from it', () => {
    expect(LINES.length).toBeGreaterThan(7000)
    const wrong = LINES.filter(({ text, places }) => breakPlaces(text).join() !== places.join())
    const unknown = wrong.filter(
      ({ text, said }) => !NUMBERS.test(said) && !WIDE_BRACKET.test(text) && !UNASSIGNED.test(said),
    )
    expect(unknown.map(({ said }) => said)).toEqual([])
    expect(wrong.length).toBeLessThan(LINES.length / 100)
  })
})
