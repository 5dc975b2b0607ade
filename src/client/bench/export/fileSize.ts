/** A file's size in words, in powers of ten as systems count it (IEC 80000-13). */
export const megabytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`
