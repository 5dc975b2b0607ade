/** How two outlines are made one. `subtract` takes the second from the first; `exclude` keeps what only one holds. */
export const COMBINATIONS = ['unite', 'subtract', 'intersect', 'exclude'] as const
export type Combination = (typeof COMBINATIONS)[number]
