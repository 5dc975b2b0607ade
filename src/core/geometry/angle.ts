import type { Point } from '@/core/geometry/vector'

/** Degrees, clockwise positive with y down. */
export const toRadians = (degrees: number): number => (degrees * Math.PI) / 180
/** An angle of radians in degrees. */
export const toDegrees = (radians: number): number => (radians * 180) / Math.PI

/** The same direction in (−180, 180]. */
export const normalTurn = (degrees: number): number => {
  const turned = degrees % 360
  const within = turned > 180 ? turned - 360 : turned <= -180 ? turned + 360 : turned
  return within === 0 ? 0 : within
}

/** Cosine and sine of degrees, exact at quarter turns so that upright stays upright. */
export const unitVector = (degrees: number): Point => {
  const turn = normalTurn(degrees)
  if (turn === 0) return { x: 1, y: 0 }
  if (turn === 90) return { x: 0, y: 1 }
  if (turn === 180) return { x: -1, y: 0 }
  if (turn === -90) return { x: 0, y: -1 }
  return { x: Math.cos(toRadians(turn)), y: Math.sin(toRadians(turn)) }
}

/** Direction of a vector in degrees. */
export const directionOf = (v: Point): number => toDegrees(Math.atan2(v.y, v.x))

/** `degrees` drawn to the nearest multiple of `step`. */
export const snapTurn = (degrees: number, step: number): number => normalTurn(Math.round(degrees / step) * step)
