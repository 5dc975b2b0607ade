import { Failure } from '@/core/failure'
import { FORMAT, OLDEST_FORMAT } from '@/core/document/types'

type Loose = Readonly<Record<string, unknown>>

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Format 2 has groups, safe margin, guides and the colours of the project. */
const toFormat2 = (document: Loose): Loose => ({
  ...document,
  format: 2,
  colours: [],
  ...(isLoose(document['sheets'])
    ? {
        sheets: Object.fromEntries(
          Object.entries(document['sheets']).map(([id, sheet]) => [
            id,
            isLoose(sheet) ? { ...sheet, safe: 0, guides: { x: [], y: [] } } : sheet,
          ]),
        ),
      }
    : {}),
})

/** Format 3 knows many stencils; the triangle of before has its apex in the middle. */
const withApex = (item: unknown): unknown => {
  if (!isLoose(item) || !isLoose(item['stencil']) || item['stencil']['kind'] !== 'triangle') return item
  return { ...item, stencil: { apex: 0.5, ...item['stencil'] } }
}

const mapValues = (value: unknown, change: (one: unknown) => unknown): unknown =>
  isLoose(value) ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, change(one)])) : value

const toFormat3 = (document: Loose): Loose => ({
  ...document,
  format: 3,
  ...(document['sheets'] === undefined
    ? {}
    : {
        sheets: mapValues(document['sheets'], (sheet) =>
          isLoose(sheet) && sheet['items'] !== undefined
            ? { ...sheet, items: mapValues(sheet['items'], withApex) }
            : sheet,
        ),
      }),
})

/** Format 4 has named finishes and spans. */
const toFormat4 = (document: Loose): Loose => ({
  ...document,
  format: 4,
  finishes: {},
  ...(document['sheets'] === undefined
    ? {}
    : { sheets: mapValues(document['sheets'], (sheet) => (isLoose(sheet) ? { ...sheet, spans: {} } : sheet)) }),
})

/** Format 5 has lettering and alphabets. */
const toFormat5 = (document: Loose): Loose => ({ ...document, format: 5, alphabets: {} })

/** Format 6 has inks of texts, kinds of points, and says what a pale background stands on. */
const toFormat6 = (document: Loose): Loose => ({ ...document, format: 6 })

/** Format 7 has named looks, and adjustments that are switched off. */
const toFormat7 = (document: Loose): Loose => ({ ...document, format: 7, looks: {} })

/** Format 8 has texts that wrap in a box. */
const toFormat8 = (document: Loose): Loose => ({ ...document, format: 8 })

/** Format 9 has named colours. */
const toFormat9 = (document: Loose): Loose => ({ ...document, format: 9, slots: {} })

/** Format 10 has templates: openings, fields, look switches. */
const toFormat10 = (document: Loose): Loose => ({
  ...document,
  format: 10,
  ...(document['sheets'] === undefined
    ? {}
    : { sheets: mapValues(document['sheets'], (sheet) => (isLoose(sheet) ? { ...sheet, switches: {} } : sheet)) }),
})

/** Format 11 has perspective: frames laid into four corners, and planes. */
const toFormat11 = (document: Loose): Loose => ({
  ...document,
  format: 11,
  ...(document['sheets'] === undefined
    ? {}
    : { sheets: mapValues(document['sheets'], (sheet) => (isLoose(sheet) ? { ...sheet, planes: {} } : sheet)) }),
})

/** Format 12 has sheets as pictures, and bent surfaces. */
const toFormat12 = (document: Loose): Loose => ({ ...document, format: 12 })

/** The way from each older format to the next, by the older one's number. */
const STEPS: ReadonlyMap<number, (document: Loose) => Loose> = new Map([
  [1, toFormat2],
  [2, toFormat3],
  [3, toFormat4],
  [4, toFormat5],
  [5, toFormat6],
  [6, toFormat7],
  [7, toFormat8],
  [8, toFormat9],
  [9, toFormat10],
  [10, toFormat11],
  [11, toFormat12],
])

/**
 * Brings a document of an older format to this one. What is no document is given back as it is,
 * for validation to name its faults. Throws `format-unknown` for a newer format.
 */
export const migrate = (value: unknown): unknown => {
  if (!isLoose(value) || typeof value['format'] !== 'number') return value
  const format = value['format']
  if (format > FORMAT || (format < FORMAT && !STEPS.has(format)))
    throw new Failure(
      'format-unknown',
      `This project is of format ${format}; this program reads formats ${OLDEST_FORMAT} to ${FORMAT}. Open it with a newer version of the program.`,
    )
  const step = STEPS.get(format)
  return step ? migrate(step(value)) : value
}
