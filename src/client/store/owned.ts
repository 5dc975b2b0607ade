/** Something that a bench keeps beside its state, such as a worker or a timer: made when it is first asked for, ended with it. */
export interface Owned<T> {
  readonly make: () => T
  readonly end: (value: T) => void
}

export const owned = <T>(make: () => T, end: (value: T) => void = () => undefined): Owned<T> => ({ make, end })

/** What one bench owns. */
export class Belongings {
  private readonly held = new Map<object, { readonly value: unknown; readonly end: () => void }>()

  of<T>(what: Owned<T>): T {
    const known = this.held.get(what)
    if (known) return known.value as T // made by this very description
    const value = what.make()
    this.held.set(what, { value, end: () => what.end(value) })
    return value
  }

  end(): void {
    for (const { end } of this.held.values()) end()
    this.held.clear()
  }
}
