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

/** Format 13 keeps of a layer of a named finish only the values that differ. */
const toFormat13 = (document: Loose): Loose => ({
  ...document,
  format: 13,
  ...(isLoose(document['sheets'])
    ? {
        sheets: mapValues(document['sheets'], (sheet) =>
          isLoose(sheet) && sheet['items'] !== undefined
            ? { ...sheet, items: mapValues(sheet['items'], (item) => withChanges(item, document['finishes'])) }
            : sheet,
        ),
      }
    : {}),
})

const looseList = (value: unknown): readonly Loose[] => (Array.isArray(value) ? value.filter(isLoose) : [])

/** Own layers that stood in for one of the named finish, as the values in which they differ from it. */
const withChanges = (item: unknown, finishes: unknown): unknown => {
  if (!isLoose(item) || !isLoose(item['finish']) || !isLoose(finishes)) return item
  const { finish } = item
  const named = finishes[String(finish['finishId'])]
  if (!isLoose(named) || !Array.isArray(finish['layers'])) return item
  const of = (layer: Loose): Loose | undefined =>
    looseList(named['layers']).find((one) => one['id'] === layer['id'] && one['kind'] === layer['kind'])
  const own = looseList(finish['layers'])
  const layers = own.filter((layer) => !of(layer))
  const changes = own
    .flatMap((layer) => {
      const shared = of(layer)
      return shared ? [differing(shared, layer)] : []
    })
    .filter((one) => Object.keys(one).length > 1)
  const rest = Object.fromEntries(Object.entries(finish).filter(([key]) => key !== 'layers'))
  const next = {
    ...rest,
    ...(layers.length ? { layers } : {}),
    ...(changes.length ? { changes } : {}),
  }
  return { ...item, finish: next }
}

const differing = (shared: Loose, layer: Loose): Loose => {
  const keys = Object.keys(layer).filter((key) => JSON.stringify(layer[key]) !== JSON.stringify(shared[key]))
  const shows = shared['hidden'] === true && layer['hidden'] !== true
  return {
    id: layer['id'],
    ...Object.fromEntries(keys.map((key) => [key, layer[key]])),
    ...(shows ? { hidden: false } : {}),
  }
}

/** Format 14 knows clips, films and what comes in: nothing of before is any of these. */
const toFormat14 = (document: Loose): Loose => ({ ...document, format: 14 })

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
  [12, toFormat13],
  [13, toFormat14],
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
