import { formatNumber } from '@/core/units'
import type { Point } from '@/core/geometry/vector'
import { arcPoint, type Arc, type Path } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

const MOST_SWEEP = 120

class SvgSink implements PathSink {
  readonly parts: string[] = []
  constructor(private readonly decimals: number) {}

  private at(p: Point): string {
    return `${formatNumber(p.x, this.decimals)} ${formatNumber(p.y, this.decimals)}`
  }
  move(to: Point): void {
    this.parts.push(`M${this.at(to)}`)
  }
  line(_from: Point, to: Point): void {
    this.parts.push(`L${this.at(to)}`)
  }
  cubic(_from: Point, c1: Point, c2: Point, to: Point): void {
    this.parts.push(`C${this.at(c1)} ${this.at(c2)} ${this.at(to)}`)
  }
  arc(_from: Point, arc: Arc): void {
    // SVG says an arc by its ends. Near a half turn the middle found from rounded ends strays by far more than they do,
    // so an arc is said in pieces well below that.
    const n = (value: number): string => formatNumber(value, this.decimals)
    const pieces = Math.max(1, Math.ceil(Math.abs(arc.sweep) / MOST_SWEEP - 1e-9))
    for (let i = 1; i <= pieces; i += 1) {
      const end = this.at(arcPoint(arc, arc.start + (arc.sweep * i) / pieces))
      this.parts.push(`A${n(arc.rx)} ${n(arc.ry)} ${n(arc.turn)} 0 ${arc.sweep > 0 ? 1 : 0} ${end}`)
    }
  }
  close(): void {
    this.parts.push('Z')
  }
}

/** The path in the grammar of SVG 1.1, section 8.3. */
export const svgTextOf = (path: Path, decimals = 4): string => {
  const sink = new SvgSink(decimals)
  walk(path, sink)
  return sink.parts.join('')
}
