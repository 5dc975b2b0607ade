/** How each kind of mark over the sheet is drawn: presentation attributes of SVG 2, colours of the theme. */

const CASED = { stroke: 'var(--mark-casing)', strokeWidth: 1.5 } as const
const LINE = { fill: 'none', strokeWidth: 1.5 } as const
const TEXT = { fontSize: 12, textAnchor: 'middle' } as const
const PLUM = 'var(--mark-plum)'
const CASING = 'var(--mark-casing)'

export const LOOKS = {
  hit: { fill: 'transparent' },
  casing: { fill: 'none', stroke: CASING, strokeOpacity: 0.9 },
  whole: { fill: 'none', stroke: PLUM },
  picture: { fill: 'none', stroke: 'var(--mark-moss)' },
  fillWhole: { fill: PLUM, ...CASED },
  fillPicture: { fill: 'var(--mark-moss)', ...CASED },
  emptyName: { ...TEXT, fill: 'var(--mark-kraftInk)', fontWeight: 600 },
  emptySize: { ...TEXT, fill: 'var(--mark-kraftInk)' },
  trim: { fill: 'none', stroke: 'var(--mark-ink)', strokeWidth: 1, opacity: 0.35 },
  stopped: { fill: 'var(--mark-caution)' },
  guide: { stroke: 'var(--mark-marigold)', strokeWidth: 1.5, strokeDasharray: '6 3' },
  snap: { ...LINE, stroke: PLUM, strokeWidth: 1.6 },
  tag: { fill: PLUM },
  tagText: { ...TEXT, fill: CASING, fontWeight: 600 },
  safe: { fill: 'none', stroke: 'var(--mark-caution)', strokeWidth: 1, strokeDasharray: '2 4', opacity: 0.8 },
  grid: { stroke: 'var(--mark-ink)', strokeWidth: 1, opacity: 0.14 },
  gather: { ...LINE, fill: PLUM, fillOpacity: 0.12, stroke: PLUM, strokeDasharray: '5 3' },
  member: { ...LINE, stroke: PLUM, strokeDasharray: '3 3' },
  entered: { ...LINE, stroke: 'var(--mark-marigold)', strokeDasharray: '8 4' },
  offSheet: { ...LINE, stroke: 'var(--mark-caution)', strokeDasharray: '4 3' },
  missing: { fill: 'var(--mark-fault)' },
  node: { fill: CASING, stroke: PLUM, strokeWidth: 2 },
  nodeChosen: { fill: PLUM, stroke: CASING, strokeWidth: 2 },
  nodeDot: { fill: PLUM },
  nodeEye: { fill: CASING },
  handleLine: { stroke: PLUM, strokeWidth: 1.5 },
  handleEnd: { fill: PLUM, ...CASED },
  nextLine: { stroke: PLUM, strokeWidth: 1.5, strokeDasharray: '4 4' },
  colourPart: { fill: 'url(#colour-part)', stroke: PLUM, strokeWidth: 2 },
  subject: { fill: 'none', stroke: 'var(--room-marigold)', strokeWidth: 2 },
  eyes: { stroke: 'var(--room-marigold)', strokeWidth: 2, strokeDasharray: '5 3' },
  level: { stroke: CASING, strokeWidth: 2 },
  part: { fill: 'var(--room-rule)', stroke: 'var(--mark-rule)' },
  partChosen: { fill: PLUM, fillOpacity: 0.82, stroke: CASING },
  /** Where a letter would stand that the typeface lacks. */
  lacking: { fill: 'none', stroke: 'var(--room-caution)', strokeWidth: 2, strokeDasharray: '5 3' },
  partLine: { fill: 'none', stroke: 'var(--mark-rule)' },
  openingKept: { fill: PLUM, fillOpacity: 0.45, stroke: CASING, strokeWidth: 1.5 },
  openingDropped: { fill: 'transparent', stroke: PLUM, strokeWidth: 1.5, strokeDasharray: '4 3' },
  openingCross: { fill: 'transparent', stroke: PLUM, strokeWidth: 3 },
  openingNumber: {
    fill: CASING,
    stroke: PLUM,
    paintOrder: 'stroke',
    fontWeight: 700,
    textAnchor: 'middle',
    dominantBaseline: 'central',
    pointerEvents: 'none',
  },
  shared: { fill: 'none', stroke: 'var(--room-marigold)', strokeWidth: 2 },
} as const
