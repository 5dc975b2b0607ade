/** What is used of the package, which ships no types. */
declare module 'gifenc' {
  export type Palette = readonly (readonly [number, number, number, number?])[]
  export type ColourFormat = 'rgb565' | 'rgb444' | 'rgba4444'
  export const quantize: (
    rgba: Uint8Array | Uint8ClampedArray,
    colours: number,
    options?: { readonly format?: ColourFormat; readonly oneBitAlpha?: boolean },
  ) => Palette
  export const applyPalette: (
    rgba: Uint8Array | Uint8ClampedArray,
    palette: Palette,
    format?: ColourFormat,
  ) => Uint8Array
  export const GIFEncoder: (options?: { readonly auto?: boolean }) => {
    readonly writeHeader: () => void
    readonly writeFrame: (
      index: Uint8Array,
      width: number,
      height: number,
      options: {
        readonly palette?: Palette
        readonly first?: boolean
        readonly transparent?: boolean
        readonly transparentIndex?: number
        /** Milliseconds. */
        readonly delay?: number
        readonly repeat?: number
        readonly dispose?: number
      },
    ) => void
    readonly finish: () => void
    readonly bytes: () => Uint8Array
    readonly reset: () => void
  }
}
