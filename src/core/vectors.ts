/**
 * Functions that were compiled from assembly/, started when they are first asked for. Null where WebAssembly's vectors are not
 * known (WebAssembly Core Specification 2.0, 2023: 128-bit SIMD). `text` is the code in Base64 (RFC 4648).
 */
export const vectorCode = <Code>(text: string): (() => Code | null) => {
  const held: { code?: Code | null } = {}
  return () => (held.code === undefined ? (held.code = started<Code>(text)) : held.code)
}

const started = <Code>(text: string): Code | null => {
  try {
    const bytes = Uint8Array.from(atob(text), (one) => one.charCodeAt(0))
    return new WebAssembly.Instance(new WebAssembly.Module(bytes)).exports as unknown as Code // what it exports
  } catch {
    return null
  }
}

const PAGE = 65536

/** Lets a memory grow until it reaches so many bytes. */
export const growTo = (memory: WebAssembly.Memory, bytes: number): void => {
  const missing = bytes - memory.buffer.byteLength
  if (missing > 0) memory.grow(Math.ceil(missing / PAGE))
}
