import { element, type Attributes } from '@/painters/svg/words'

/** What a drawing keeps aside to be referred to. Everything is named once. */
export class Definitions {
  private readonly kept: string[] = []
  private readonly known = new Map<string, string>()

  /** Keeps an element under a name of its own; the same one for the same element. */
  keep(name: string, attributes: Attributes, ...content: readonly string[]): string {
    const key = element(name, attributes, ...content)
    const known = this.known.get(key)
    if (known !== undefined) return known
    const id = `${name.charAt(0)}${this.kept.length}`
    this.kept.push(element(name, { id, ...attributes }, ...content))
    this.known.set(key, id)
    return id
  }

  get text(): string {
    return this.kept.length ? `<defs>${this.kept.join('\n')}</defs>` : ''
  }
}

export const urlOf = (id: string): string => `url(#${id})`
