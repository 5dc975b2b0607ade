import type { Schema } from 'yup'
import { schemaFaults } from '@/core/document/schema'

/** Keeps a value in the browser, for pasting in other projects too. False where the browser keeps no more. */
export const keepCopy = (name: string, value: unknown): boolean => {
  try {
    localStorage.setItem(name, JSON.stringify(value))
    return true
  } catch {
    return false
  }
}

/** A value kept in the browser that follows the schema; what does not is passed over. */
export const keptCopy = <T>(name: string, schema: Pick<Schema, 'validateSync'>): T | null => {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(name) ?? 'null')
    return held !== null && !schemaFaults(schema, held).length ? (held as T) : null // just checked
  } catch {
    return null
  }
}
