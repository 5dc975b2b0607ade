/** The part of culori that tests compare with; the package ships no types. */
declare module 'culori' {
  interface Lab65 {
    readonly mode: 'lab65'
    readonly l: number
    readonly a: number
    readonly b: number
  }
  interface RgbColour {
    readonly mode: 'rgb'
    readonly r: number
    readonly g: number
    readonly b: number
  }
  export const converter: (mode: 'lab65') => (colour: RgbColour) => Lab65
  export const differenceCiede2000: () => (p: Lab65, q: Lab65) => number
}
