import { refuse } from '@/core/failure'

/** What a file name can speak of. */
export interface NameFacts {
  readonly project: string
  readonly sheet: string
  /** Place of the sheet in the project, counted from 1. */
  readonly number: number
  /** Sheets of the project: numbers are written as long as this one. */
  readonly count: number
  /** Output size in pixels. */
  readonly width: number
  readonly height: number
  readonly ppi: number
}

/** Words in braces that a pattern may use. */
export const NAME_WORDS = ['project', 'sheet', 'number', 'width', 'height', 'ppi'] as const
type NameWord = (typeof NAME_WORDS)[number]

export const USUAL_PATTERN = '{project}-{number}'

const isWord = (text: string): text is NameWord => NAME_WORDS.some((word) => word === text)

/** A file name without its ending: the pattern with `{project}`, `{sheet}`, `{number}` … replaced. Refuses other words. */
export const nameFromPattern = (pattern: string, facts: NameFacts): string =>
  pattern.replace(/\{([^{}]*)\}/g, (_whole, word: string) => {
    if (!isWord(word)) return refuse('a word in the name', NAME_WORDS.map((one) => `{${one}}`).join(', '), `{${word}}`)
    return word === 'number'
      ? String(facts.number).padStart(String(facts.count).length, '0')
      : word === 'ppi'
        ? String(Math.round(facts.ppi))
        : String(facts[word])
  })

/** The names in the same order, each once: a repeated one gets a number. Case makes no difference. */
export const distinctNames = (names: readonly string[]): readonly string[] => {
  const taken = new Set<string>()
  return names.map((name) => {
    let free = name
    for (let count = 2; taken.has(free.toLowerCase()); count += 1) free = `${name}-${count}`
    taken.add(free.toLowerCase())
    return free
  })
}
