import type { Blend } from '@/core/colour/blend'
import { changedKeys, type LayerChange, type LayerKey } from '@/core/finish/changes'
import type { FinishLayer, Join, LayerKind, StrokeLine } from '@/core/finish/layers'

export const LAYER_WORDS: Readonly<Record<LayerKind, string>> = {
  stroke: 'Stroke',
  shadow: 'Shadow',
  glow: 'Glow',
  copy: 'Copy behind',
  relief: 'Relief',
}

export const LINE_WORDS: Readonly<Record<StrokeLine['kind'], string>> = {
  solid: 'Solid',
  dashes: 'Dashes',
  dots: 'Dots',
  double: 'Double',
  brushed: 'Brushed',
}

export const JOIN_WORDS: Readonly<Record<Join, string>> = { miter: 'Mitred', round: 'Round', bevel: 'Bevelled' }

/** The names of W3C Compositing, as words. */
export const BLEND_WORDS: Readonly<Record<Blend, string>> = {
  normal: 'Normal',
  multiply: 'Multiply',
  screen: 'Screen',
  overlay: 'Overlay',
  darken: 'Darken',
  lighten: 'Lighten',
  'color-dodge': 'Color dodge',
  'color-burn': 'Color burn',
  'hard-light': 'Hard light',
  'soft-light': 'Soft light',
  difference: 'Difference',
  exclusion: 'Exclusion',
  hue: 'Hue',
  saturation: 'Saturation',
  color: 'Color',
  luminosity: 'Luminosity',
}

/** What a layer is, in short: "Stroke outside, dots". */
export const layerName = (layer: FinishLayer): string => {
  switch (layer.kind) {
    case 'stroke': {
      const line = layer.line.kind === 'solid' ? '' : `, ${LINE_WORDS[layer.line.kind].toLowerCase()}`
      return `Stroke ${layer.side === 'centre' ? 'on the edge' : layer.side}${line}`
    }
    case 'shadow':
      return layer.inset ? 'Shadow within' : 'Shadow'
    case 'glow':
      return layer.side === 'in' ? 'Glow inward' : 'Glow outward'
    case 'copy':
    case 'relief':
      return LAYER_WORDS[layer.kind]
  }
}

const VALUE_WORDS: Readonly<Record<LayerKey | 'hidden', string>> = {
  at: 'position',
  opacity: 'opacity',
  paint: 'colour',
  width: 'width',
  side: 'side',
  join: 'corners',
  mitreLimit: 'mitres',
  line: 'line',
  dx: 'offset across',
  dy: 'offset down',
  blur: 'blur',
  spread: 'spread',
  colour: 'colour',
  inset: 'within',
  grow: 'size',
  direction: 'light',
  depth: 'depth',
  softness: 'softness',
  light: 'light colour',
  shade: 'shade colour',
  hidden: 'shown',
}

/** What differs, in words: "width and colour". */
export const changeWords = (change: LayerChange): string => {
  const words = changedKeys(change).map((key) => VALUE_WORDS[key as LayerKey]) // those of a change
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}` : (words[0] ?? '')
}

/** The colour that stands for a layer in lists, as CSS. */
export const layerSwatch = (layer: FinishLayer): string => {
  switch (layer.kind) {
    case 'stroke': {
      const { paint } = layer
      if (paint.kind === 'colour') return paint.colour
      return `linear-gradient(90deg, ${paint.stops.map(({ at, colour }) => `${colour} ${at * 100}%`).join(', ')})`
    }
    case 'shadow':
    case 'glow':
    case 'copy':
      return layer.colour
    case 'relief':
      return `linear-gradient(135deg, ${layer.light} 50%, ${layer.shade} 50%)`
  }
}
