/** What the export process tells the server. */
export type ChildMessage =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number; readonly phase: 'painting' | 'writing' }
  | { readonly kind: 'result'; readonly bytes: number; readonly width: number; readonly height: number }
  | { readonly kind: 'error'; readonly message: string }
