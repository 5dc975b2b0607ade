import { string, type ObjectShape } from 'yup'
import { RANGE } from '@/core/tolerance'
import { graphemesOf } from '@/core/lettering/graphemes'
import { BLOCK_ALIGNS, STANDS, TEXT_RANGE } from '@/core/text/block'
import { readClusters } from '@/core/text/clusters'
import { cleanText } from '@/core/text/edit'
import {
  flag,
  id,
  isPlainObject,
  list,
  name,
  optionalColour,
  real,
  shape,
  whole,
  word,
} from '@/core/document/schema/parts'
import { outlineText } from '@/core/document/schema/outlineText'

const T = TEXT_RANGE

/** Longest text of clusters that is read: far more than any text of the longest length has. */
const CLUSTERS_TEXT = 200_000

const clustersText = () =>
  string()
    .strict()
    .defined('is missing; give clusters')
    .typeError('must be text')
    .max(CLUSTERS_TEXT, `must be at most ${CLUSTERS_TEXT} characters`)
    .test('clusters', 'must be clusters such as "556.2:3 278/"', (value) =>
      (readClusters(value) ?? [null]).every(
        (cluster) => cluster && cluster.units > 0 && Math.abs(cluster.advance) <= T.advance.max,
      ),
    )

const said = () =>
  string()
    .strict()
    .defined('is missing; give a text')
    .typeError('must be text')
    .test(
      'length',
      `may hold at most ${T.text} letters`,
      (value) => value.length <= T.text * RANGE.letterLength && graphemesOf(value).length <= T.text,
    )
    .test(
      'clean',
      'must hold no control signs and no marks of direction; lines end with a line feed',
      (value) => value.length > T.text * RANGE.letterLength || cleanText(value) === value,
    )

const run = shape({
  length: whole({ min: 0, max: T.text * RANGE.letterLength }),
  face: shape({ id: id(), name: name() }),
  size: real(T.size),
  colour: optionalColour(),
  up: real(T.reach),
  down: real(T.reach),
  hyphen: clustersText(),
  clusters: clustersText(),
})

/** The fields of a text that wraps in its box. What its parts say of one another is checked by `textFault`. */
export const textFields: ObjectShape = {
  text: said(),
  runs: list(run, T.runs, { least: 1 }),
  drawings: list(outlineText(), T.drawings),
  align: word(BLOCK_ALIGNS),
  stand: word(STANDS),
  leading: real(T.leading),
  paragraphGap: real(T.paragraphGap),
  tracking: real(T.tracking),
  breaksWords: flag(),
  shrinks: flag(),
}

interface Loose {
  readonly text: string
  readonly runs: readonly { readonly length: number; readonly clusters: string; readonly hyphen: string }[]
  readonly drawings: readonly string[]
}

const isLoose = (value: unknown): value is Loose =>
  isPlainObject(value) &&
  typeof value['text'] === 'string' &&
  Array.isArray(value['runs']) &&
  value['runs'].every(
    (held) =>
      isPlainObject(held) &&
      typeof held['length'] === 'number' &&
      typeof held['clusters'] === 'string' &&
      typeof held['hyphen'] === 'string',
  ) &&
  Array.isArray(value['drawings']) &&
  value['drawings'].every((d) => typeof d === 'string')

/** What is wrong with a text whose parts are sound each by itself: lengths, clusters and drawings must agree. */
export const textFault = (value: unknown): string | null => {
  if (!isLoose(value)) return null
  const { text, runs, drawings } = value
  const pieces = drawings.map((d) => d.match(/[a-z]/gi)?.length ?? 0)
  let total = 0
  let drawn = 0
  for (const [i, { length, clusters, hyphen }] of runs.entries()) {
    total += length
    const held = readClusters(clusters) ?? []
    if (held.reduce((sum, { units }) => sum + units, 0) !== length)
      return `has clusters in runs[${i}] that stand for another number of letters than it has; set the text anew`
    const wrong = [...held, ...(readClusters(hyphen) ?? [])].find(
      ({ drawing }) => drawing !== null && drawing >= drawings.length,
    )
    if (wrong) return `names drawing ${wrong.drawing} in runs[${i}], which is not in drawings`
    for (const { drawing } of held) drawn += drawing === null ? 0 : (pieces[drawing] ?? 0)
  }
  if (total !== text.length)
    return `has runs of ${total} characters in all, but the text has ${text.length}; make them the same`
  return drawn > T.segments ? `draws ${drawn} pieces of outline; ${T.segments} are possible` : null
}
