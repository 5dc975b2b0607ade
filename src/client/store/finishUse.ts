import { array, string } from 'yup'
import { keepSetting, keptSetting } from '@/client/store/settings'

const STORE = 'eager-stencil-finish-uses'
const KEPT = 60

const schema = array(string().max(200).required()).required()

/** The finishes used last, by what they are called here, the newest first: `named ID`, `kept ID`, `offered NAME`. */
export const usedFinishes = (): readonly string[] => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? '[]')
    return schema.isValidSync(held, { strict: true }) ? held : []
  } catch {
    return []
  }
}

/** Notes that a finish was given to something. */
export const noteFinish = (key: string): void =>
  keepSetting(STORE, JSON.stringify([key, ...usedFinishes().filter((one) => one !== key)].slice(0, KEPT)))
