/** How near colours are judged: by what the eye sees (CIEDE2000), or by the distance of their RGB values. */
export const COLOUR_METRICS = ['seen', 'rgb'] as const
export type ColourMetric = (typeof COLOUR_METRICS)[number]

/** How a part of a picture is chosen by a colour. */
export interface RegionChoice {
  readonly metric: ColourMetric
  /** The greatest difference that still belongs: CIEDE2000 units, or 0 to 255 for RGB. */
  readonly tolerance: number
  /** Only what hangs together with the point, or everywhere. */
  readonly isConnected: boolean
  /** The part itself, or all but it. */
  readonly isInside: boolean
}

export const FIRST_CHOICE: RegionChoice = { metric: 'seen', tolerance: 14, isConnected: true, isInside: true }

/** The largest tolerance of each metric. */
export const MOST_TOLERANCE: Readonly<Record<ColourMetric, number>> = { seen: 60, rgb: 255 }
