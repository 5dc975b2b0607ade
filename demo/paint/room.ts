import { project, unitToQuad } from '@/core/geometry/homography'
import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'
import { fillAll, glow, vertical, type Scene } from './scene'

/** The loft's long wall as it is seen, as shares of the picture, from its left upper corner clockwise. */
export const LOFT_WALL: Quad = [
  { x: 0.04, y: 0.02 },
  { x: 0.78, y: 0.2 },
  { x: 0.78, y: 0.66 },
  { x: 0.04, y: 0.86 },
]

/** How large it truly is, in millimetres. */
export const LOFT_WALL_SIZE = { w: 5200, h: 2600 } as const

/** What hangs on the wall: left upper corner and size in millimetres of the wall. */
export interface Hung {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** Three bare canvases. */
export const CANVASES: readonly Hung[] = [
  { x: 420, y: 620, w: 1000, h: 1300 },
  { x: 1780, y: 620, w: 1000, h: 1300 },
  { x: 3140, y: 620, w: 1000, h: 1300 },
]

/** A point of the wall in millimetres, in pixels of the scene. */
const onWall = ({ w, h }: Scene, x: number, y: number): Point => {
  const share = project(unitToQuad(LOFT_WALL), { x: x / LOFT_WALL_SIZE.w, y: y / LOFT_WALL_SIZE.h })
  return { x: share.x * w, y: share.y * h }
}

const polygon = (s: Scene, points: readonly Point[]): void => {
  s.c.beginPath()
  points.forEach(({ x, y }, i) => (i === 0 ? s.c.moveTo(x, y) : s.c.lineTo(x, y)))
  s.c.closePath()
}

const cornersOnWall = (s: Scene, { x, y, w, h }: Hung): readonly Point[] => [
  onWall(s, x, y),
  onWall(s, x + w, y),
  onWall(s, x + w, y + h),
  onWall(s, x, y + h),
]

const planks = (s: Scene): void => {
  s.c.strokeStyle = 'rgba(60,40,24,0.16)'
  for (let y = 200; y < LOFT_WALL_SIZE.h; y += 200) {
    const [from, to] = [onWall(s, -900, y), onWall(s, LOFT_WALL_SIZE.w, y)]
    s.c.lineWidth = s.unit * 0.0022
    s.c.beginPath()
    s.c.moveTo(from.x, from.y)
    s.c.lineTo(to.x, to.y)
    s.c.stroke()
  }
}

const floor = (s: Scene): void => {
  const [near, far] = [onWall(s, -900, LOFT_WALL_SIZE.h), onWall(s, LOFT_WALL_SIZE.w, LOFT_WALL_SIZE.h)]
  s.c.fillStyle = vertical(s, s.h * 0.6, s.h, ['#7a5334', '#a97848', '#6b4526'])
  polygon(s, [near, far, { x: s.w, y: s.h * 0.72 }, { x: s.w, y: s.h }, { x: 0, y: s.h }, { x: 0, y: near.y }])
  s.c.fill()
  const eye = { x: s.w * 1.9, y: s.h * 0.42 }
  s.c.strokeStyle = 'rgba(50,26,10,0.28)'
  for (let i = 0; i < 22; i += 1) {
    s.c.lineWidth = s.unit * 0.0025
    s.c.beginPath()
    s.c.moveTo(-s.w * 0.9 + (i * s.w) / 9, s.h * 1.02)
    s.c.lineTo(eye.x, eye.y)
    s.c.save()
    polygon(s, [near, far, { x: s.w, y: s.h * 0.72 }, { x: s.w, y: s.h }, { x: 0, y: s.h }, { x: 0, y: near.y }])
    s.c.clip()
    s.c.beginPath()
    s.c.moveTo(-s.w * 0.9 + (i * s.w) / 9, s.h * 1.02)
    s.c.lineTo(eye.x, eye.y)
    s.c.stroke()
    s.c.restore()
  }
}

/** The far wall, with a window to the sea. */
const farWall = (s: Scene): void => {
  const [top, foot] = [onWall(s, LOFT_WALL_SIZE.w, 0), onWall(s, LOFT_WALL_SIZE.w, LOFT_WALL_SIZE.h)]
  s.c.fillStyle = vertical(s, 0, s.h, ['#8f9a94', '#b8bfb4', '#87908a'])
  polygon(s, [top, { x: s.w, y: s.h * 0.12 }, { x: s.w, y: s.h * 0.74 }, foot])
  s.c.fill()
  s.c.fillStyle = vertical(s, s.h * 0.26, s.h * 0.56, ['#cfe6ee', '#f7efd8', '#8fbccb', '#5f97ad'])
  polygon(s, [
    { x: s.w * 0.84, y: s.h * 0.27 },
    { x: s.w * 0.965, y: s.h * 0.245 },
    { x: s.w * 0.965, y: s.h * 0.58 },
    { x: s.w * 0.84, y: s.h * 0.56 },
  ])
  s.c.fill()
  s.c.strokeStyle = '#f2ede2'
  s.c.lineWidth = s.unit * 0.012
  s.c.stroke()
}

const canvasOn = (s: Scene, hung: Hung): void => {
  s.c.save()
  s.c.shadowColor = 'rgba(30,18,8,0.5)'
  s.c.shadowBlur = s.unit * 0.022
  s.c.shadowOffsetX = -s.unit * 0.006
  s.c.shadowOffsetY = s.unit * 0.012
  s.c.fillStyle = '#f6f2e9'
  polygon(s, cornersOnWall(s, hung))
  s.c.fill()
  s.c.restore()
}

/** The long wall of the Skyline Loft, seen from the side, with or without its bare canvases. */
export const loftWall =
  (canvases: readonly Hung[]) =>
  (s: Scene): void => {
    fillAll(s, '#4d4740')
    s.c.fillStyle = vertical(s, 0, s.h, ['#9db0a8', '#8aa097', '#74897f'])
    polygon(s, [
      onWall(s, -900, -400),
      onWall(s, LOFT_WALL_SIZE.w, 0),
      onWall(s, LOFT_WALL_SIZE.w, LOFT_WALL_SIZE.h),
      onWall(s, -900, LOFT_WALL_SIZE.h),
    ])
    s.c.fill()
    planks(s)
    farWall(s)
    floor(s)
    for (const hung of canvases) canvasOn(s, hung)
    glow(s, s.w * 0.8, s.h * 0.36, s.unit * 1.1, '#fff3d2', 0.34)
    glow(s, s.w * 0.1, s.h * 0.9, s.unit * 0.9, '#1c130c', 0.3)
  }
