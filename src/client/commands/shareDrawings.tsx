import type { ReactNode } from 'react'

const SIZE = { w: 34, h: 22 }
const OUTLINE = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.4 } as const
const SUN = { fill: 'var(--room-marigold)' } as const
const HILL = { fill: 'var(--room-moss)' } as const
const PANEL = { fill: 'var(--room-panelLow)' } as const

/** A small picture: a hill under a sun. */
const View = ({ x, y, w, h }: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }) => (
  <>
    <rect x={x} y={y} width={w} height={h} {...PANEL} />
    <circle cx={x + w * 0.7} cy={y + h * 0.32} r={Math.min(w, h) * 0.14} {...SUN} />
    <path d={`M${x},${y + h} L${x},${y + h * 0.75} L${x + w * 0.4},${y + h * 0.4} L${x + w},${y + h} Z`} {...HILL} />
  </>
)

const Box = ({ x, y, w, h }: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }) => (
  <rect x={x} y={y} width={w} height={h} {...OUTLINE} />
)

const THREE = [1, 12.3, 23.6].map((x) => <Box key={x} x={x} y={2} w={9.4} h={18} />)

const DRAWINGS: Readonly<Record<string, ReactNode>> = {
  showTogether: (
    <>
      <View x={1} y={2} w={32} h={18} />
      {THREE}
    </>
  ),
  joinSpan: (
    <>
      <View x={1} y={2} w={32} h={18} />
      <Box x={1} y={2} w={20.7} h={18} />
      <rect x={23.6} y={2} width={9.4} height={18} {...OUTLINE} strokeDasharray="3 2" />
    </>
  ),
  echo: (
    <>
      <View x={1} y={3} w={14} h={16} />
      <View x={19} y={3} w={14} h={16} />
      <Box x={1} y={3} w={14} h={16} />
      <rect x={19} y={3} width={14} height={16} {...OUTLINE} strokeDasharray="3 2" />
    </>
  ),
  followFirst: (
    <>
      <View x={1} y={3} w={14} h={16} />
      <Box x={1} y={3} w={14} h={16} />
      <path d="M17,11 h5 M20,8.5 L22.5,11 L20,13.5" {...OUTLINE} />
      <rect x={25} y={6} width={8} height={10} {...OUTLINE} strokeDasharray="3 2" />
    </>
  ),
  followOther: (
    <>
      <View x={3} y={5} w={10} h={12} />
      <rect x={0.5} y={1} width={15} height={20} {...OUTLINE} />
      <path d="M17,11 h4 M19,8.5 L21.5,11 L19,13.5" {...OUTLINE} />
      <rect x={23} y={1} width={10.5} height={20} {...OUTLINE} />
      <rect x={25} y={7} width={6.5} height={8} {...OUTLINE} strokeDasharray="3 2" />
    </>
  ),
  windows: (
    <>
      <View x={1} y={1} w={32} h={20} />
      <circle cx={11} cy={11} r={6} {...OUTLINE} />
      <circle cx={25} cy={11} r={6} {...OUTLINE} />
    </>
  ),
  split: (
    <>
      <View x={5} y={1} w={24} h={20} />
      <Box x={5} y={1} w={24} h={20} />
      <path d="M17,1 v20 M5,11 h24" {...OUTLINE} />
    </>
  ),
  addTake: (
    <>
      <View x={3} y={2} w={20} h={14} />
      <Box x={3} y={2} w={20} h={14} />
      <path d="M7,19 h20 V6" {...OUTLINE} strokeDasharray="3 2" />
    </>
  ),
  independent: (
    <>
      <View x={1} y={3} w={13} h={16} />
      <Box x={1} y={3} w={13} h={16} />
      <View x={20} y={3} w={13} h={16} />
      <Box x={20} y={3} w={13} h={16} />
      <path d="M15.5,14 l3,-6" {...OUTLINE} />
    </>
  ),
}

/** What a command of sharing does, drawn. */
export const shareDrawing = (id: string): ReactNode =>
  DRAWINGS[id] && (
    <svg width={SIZE.w} height={SIZE.h} viewBox={`0 0 ${SIZE.w} ${SIZE.h}`} aria-hidden>
      {DRAWINGS[id]}
    </svg>
  )
