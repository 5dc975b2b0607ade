/** What the process that reads a typeface says. */
export type FaceMessage =
  | { readonly kind: 'read'; readonly name: string; readonly ending: FaceEnding; readonly embedding: number }
  | { readonly kind: 'refused'; readonly message: string }

export type FaceEnding = 'ttf' | 'otf' | 'woff' | 'woff2'
