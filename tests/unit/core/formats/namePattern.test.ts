import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { distinctNames, nameFromPattern } from '@/core/formats/namePattern'

const FACTS = { project: 'Crew cards', sheet: 'Ode', number: 3, count: 12, width: 1748, height: 2480, ppi: 300 }

describe('names from a pattern', () => {
  it.each([
    ['{project}-{number}', 'Crew cards-03'],
    ['{sheet} {width}x{height}', 'Ode 1748x2480'],
    ['{ppi}ppi', '300ppi'],
    ['plain', 'plain'],
  ])('%s gives %s', (pattern, name) => expect(nameFromPattern(pattern, FACTS)).toBe(name))
  it('refuse a word that is not known, naming those that are', () =>
    expect(() => nameFromPattern('{date}', FACTS)).toThrow(/\{project\}.*\{date\}/))
  it('come out each once, whatever the case', () => {
    expect(distinctNames(['a', 'A', 'a-2', 'a'])).toEqual(['a', 'A-2', 'a-2-2', 'a-3'])
    holdsFor(fc.array(fc.constantFrom('a', 'A', 'b', 'a-2', 'a-3')), (names) => {
      const distinct = distinctNames(names).map((name) => name.toLowerCase())
      expect(new Set(distinct).size).toBe(names.length)
    })
  })
})
