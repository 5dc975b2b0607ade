/** A point or vector; y points down. */
export interface Point {
  readonly x: number
  readonly y: number
}
export interface Size {
  readonly w: number
  readonly h: number
}
export const point = (x: number, y: number): Point => ({ x, y })
export const add = (p: Point, q: Point): Point => ({ x: p.x + q.x, y: p.y + q.y })
export const subtract = (p: Point, q: Point): Point => ({ x: p.x - q.x, y: p.y - q.y })
export const dot = (p: Point, q: Point): number => p.x * q.x + p.y * q.y
export const cross = (p: Point, q: Point): number => p.x * q.y - p.y * q.x
export const distance = (p: Point, q: Point): number => Math.hypot(p.x - q.x, p.y - q.y)
