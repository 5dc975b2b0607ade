/** A point or vector; y points down. */
export interface Point {
  readonly x: number
  readonly y: number
}
export interface Size {
  readonly w: number
  readonly h: number
}
/** A point of two coordinates. */
export const point = (x: number, y: number): Point => ({ x, y })
/** The sum of two vectors. */
export const add = (p: Point, q: Point): Point => ({ x: p.x + q.x, y: p.y + q.y })
/** The first vector without the second: the way from b to a. */
export const subtract = (p: Point, q: Point): Point => ({ x: p.x - q.x, y: p.y - q.y })
/** The scalar product. */
export const dot = (p: Point, q: Point): number => p.x * q.x + p.y * q.y
/** The z of the vector product: positive where b lies clockwise of a, y downwards. */
export const cross = (p: Point, q: Point): number => p.x * q.y - p.y * q.x
/** How far two points are apart. */
export const distance = (p: Point, q: Point): number => Math.hypot(p.x - q.x, p.y - q.y)
