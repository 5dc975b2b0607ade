/** How many of a width stand beside each other in a room, with gaps between them; one at least. */
export const columnsIn = (room: number, wide: number, gap: number): number =>
  Math.max(1, Math.floor((room + gap) / (wide + gap)))

/** How many rows so many take. */
export const rowCount = (count: number, columns: number): number => Math.ceil(count / columns)
