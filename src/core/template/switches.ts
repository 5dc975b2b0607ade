import { valuesOf, withoutIdle, type Adjustments } from '@/core/adjust/adjustments'

/** A named change of tones that a sheet offers: on or off, its values kept either way. */
export interface LookSwitch {
  readonly id: string
  readonly name: string
  readonly on: boolean
  readonly adjustments: Adjustments
  /** The frames whose pictures it changes; every opening of the sheet without them. What is gone is passed over. */
  readonly frames?: readonly string[]
}

export type LookSwitches = Readonly<Record<string, LookSwitch>>

/** Switches of one sheet. */
export const MOST_SWITCHES = 20

/**
 * What shows of a picture's own adjustments under the switches that are on: a picture's own values come before those of
 * switches, and later switches before earlier ones. What is switched off on the picture itself stays off, and the
 * switches show.
 */
export const underSwitches = (own: Adjustments | undefined, on: readonly LookSwitch[]): Adjustments | undefined => {
  if (!on.length) return own
  const given = on.reduce<Adjustments>((sofar, { adjustments }) => ({ ...sofar, ...valuesOf(adjustments) }), {})
  const held = own?.off ? {} : withoutIdle(own ?? {})
  return { ...given, ...held }
}
