import { refuse } from '@/core/failure'
import type { Range } from '@/core/range'
import { formatNumber, fromPoints, toPoints, type Unit } from '@/core/units'

/** A value while it is worked out: a plain number, or a length in points. */
interface Quantity {
  readonly value: number
  readonly isLength: boolean
}

const UNIT_NAMES: Readonly<Record<string, Unit>> = {
  px: 'px',
  mm: 'mm',
  cm: 'cm',
  in: 'in',
  '"': 'in',
  pt: 'pt',
  pica: 'pica',
  pc: 'pica',
}

const TOKEN = /\s*(\d+(?:[.,]\d*)?|[.,]\d+|[a-z]+|"|[-+*/()×÷−])/iy
const LONGEST = 80

const tokens = (text: string): string[] => {
  const found: string[] = []
  TOKEN.lastIndex = 0
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const match = TOKEN.exec(text)
    if (!match?.[1]) return refuse('a length', 'a number such as 12, 3mm+1pt or 210/2', text)
    found.push(match[1].toLowerCase())
  }
  return found
}

/**
 * Reads typed arithmetic: numbers with or without units, + − × ÷ and brackets.
 * Grammar: sum = product {(+|−) product}; product = signed {(×|÷) signed};
 * signed = [+|−] atom; atom = number [unit] | "(" sum ")". Plain numbers are in `unit`.
 */
class LengthReader {
  private at = 0
  constructor(
    private readonly list: readonly string[],
    private readonly text: string,
    private readonly unit: Unit,
    private readonly ppi: number,
  ) {}

  read(): number {
    const total = this.sum(0)
    if (this.at < this.list.length) this.fail()
    const points = this.asLength(total).value
    return Number.isFinite(points) ? points : this.fail()
  }

  private fail(): never {
    return refuse('a length', 'a number such as 12, 3mm+1pt or 210/2', this.text)
  }

  private asLength(q: Quantity): Quantity {
    return q.isLength ? q : { value: toPoints(q.value, this.unit, this.ppi), isLength: true }
  }

  private sum(depth: number): Quantity {
    let left = this.product(depth)
    for (let sign = this.sign(); sign; sign = this.sign()) {
      const right = this.product(depth)
      const mixed = left.isLength || right.isLength
      const a = mixed ? this.asLength(left) : left
      const b = mixed ? this.asLength(right) : right
      left = { value: a.value + sign * b.value, isLength: mixed }
    }
    return left
  }

  private sign(): 0 | 1 | -1 {
    const token = this.list[this.at]
    if (token !== '+' && token !== '-' && token !== '−') return 0
    this.at += 1
    return token === '+' ? 1 : -1
  }

  private product(depth: number): Quantity {
    let left = this.signed(depth)
    for (;;) {
      const token = this.list[this.at]
      if (token === '*' || token === '×') {
        this.at += 1
        const right = this.signed(depth)
        if (left.isLength && right.isLength) this.fail()
        left = { value: left.value * right.value, isLength: left.isLength || right.isLength }
      } else if (token === '/' || token === '÷') {
        this.at += 1
        const right = this.signed(depth)
        if ((right.isLength && !left.isLength) || right.value === 0) this.fail()
        left = { value: left.value / right.value, isLength: left.isLength && !right.isLength }
      } else return left
    }
  }

  private signed(depth: number): Quantity {
    const sign = this.sign() || 1
    const atom = this.atom(depth)
    return { value: sign * atom.value, isLength: atom.isLength }
  }

  private atom(depth: number): Quantity {
    const token = this.list[this.at]
    this.at += 1
    if (token === '(' && depth < 20) {
      const inner = this.sum(depth + 1)
      if (this.list[this.at] !== ')') this.fail()
      this.at += 1
      return inner
    }
    if (token === undefined || !/^[\d.,]/.test(token)) return this.fail()
    const value = Number(token.replace(',', '.'))
    const name = this.list[this.at]
    if (name === undefined || !/^[a-z"]/.test(name)) return { value, isLength: false }
    this.at += 1
    const unit = Object.hasOwn(UNIT_NAMES, name) ? UNIT_NAMES[name] : undefined
    return unit ? { value: toPoints(value, unit, this.ppi), isLength: true } : this.fail()
  }
}

/** Points of a typed length; plain numbers are in `unit`. Refuses what is not arithmetic of lengths. */
export const parseLength = (text: string, unit: Unit, ppi: number): number => {
  if (text.length > LONGEST) return refuse('a length', `at most ${LONGEST} characters`, text)
  return new LengthReader(tokens(text), text, unit, ppi).read()
}

/** The unit that a typed length names last; `unit` where it names none. */
const typedUnit = (text: string, unit: Unit): Unit =>
  tokens(text).reduce<Unit>(
    (last, token) => (Object.hasOwn(UNIT_NAMES, token) ? (UNIT_NAMES[token] ?? last) : last),
    unit,
  )

/** The ends of a range in a unit, rounded inwards to what a field shows. */
const endsIn = ({ min, max }: Range, unit: Unit, ppi: number): readonly [string, string] => {
  const rounded = (points: number, round: (value: number) => number): string => {
    const value = fromPoints(points, unit, ppi)
    return formatNumber(round(value * 1e4) / 1e4, 4)
  }
  return [rounded(min, (value) => Math.ceil(value - 1e-6)), rounded(max, (value) => Math.floor(value + 1e-6))]
}

/** Points of a typed length within a range (points). What lies beyond is refused in the unit that was typed. */
export const readLength = (
  name: string,
  text: string,
  range: Range,
  { unit, ppi }: { readonly unit: Unit; readonly ppi: number },
): number => {
  const points = parseLength(text, unit, ppi)
  // Ends that are shown rounded may be typed.
  const room = toPoints(1e-4, unit, ppi)
  if (points >= range.min - room && points <= range.max + room) return Math.min(range.max, Math.max(range.min, points))
  const named = typedUnit(text, unit)
  const [from, to] = endsIn(range, named, ppi)
  return refuse(name, `from ${from} to ${to} ${named}`, text.trim())
}
