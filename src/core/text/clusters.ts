import { formatNumber } from '@/core/units'

/** One or, in a ligature, several letters as they were set: they are never parted. */
export interface SetCluster {
  /** In UTF-16 units; at least 1. */
  readonly units: number
  /** How far it moves the pen, in thousandths of an em. */
  readonly advance: number
  /** Which of the text's drawings it shows; null for what leaves room only. */
  readonly drawing: number | null
  /** A line may end after it. */
  readonly mayBreak: boolean
}

/** Decimals of an advance: a face's unit is about half a thousandth of an em. */
const DECIMALS = 3

/**
 * A cluster in words: its advance; `:` and the number of its drawing, if it has one; `*` and its UTF-16 units, if they are
 * more than one; `/` where a line may end after it. A plain "a" is "556.2:3", a space "278/".
 */
export const clusterText = ({ units, advance, drawing, mayBreak }: SetCluster): string =>
  `${formatNumber(advance, DECIMALS)}${drawing === null ? '' : `:${drawing}`}${units === 1 ? '' : `*${units}`}${mayBreak ? '/' : ''}`

/** Clusters in their words, one space between them. */
export const clustersText = (clusters: readonly SetCluster[]): string => clusters.map(clusterText).join(' ')

const CLUSTER = /^(-?\d{1,6}(?:\.\d{1,3})?)(?::(\d{1,4}))?(?:\*(\d{1,4}))?(\/)?$/

/** Reads clusters written so; null for what is written otherwise. */
export const readClusters = (text: string): readonly SetCluster[] | null => {
  if (!text) return []
  const clusters: SetCluster[] = []
  for (const word of text.split(' ')) {
    const found = CLUSTER.exec(word)
    if (!found) return null
    clusters.push({
      advance: Number(found[1]),
      drawing: found[2] === undefined ? null : Number(found[2]),
      units: found[3] === undefined ? 1 : Number(found[3]),
      mayBreak: found[4] !== undefined,
    })
  }
  return clusters
}
