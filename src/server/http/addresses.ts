import { subscribe } from 'node:diagnostics_channel'
import type { IncomingMessage } from 'node:http'

const MALFORMED = '/api/malformed'

/** Can the path of an address be decoded (RFC 3986, 2.1)? */
export const isReadable = (url: string): boolean => {
  try {
    decodeURIComponent(url.split('?')[0] ?? '')
    return true
  } catch {
    return false
  }
}

/**
 * Sends requests whose address cannot be decoded where they are answered in words. The router throws before any route of
 * ours is reached, so they are met as they come in.
 */
export const guardAddresses = (): void =>
  subscribe('http.server.request.start', (message) => {
    const { request } = message as { readonly request: IncomingMessage } // as Node documents the channel
    if (!isReadable(request.url ?? '')) request.url = MALFORMED
  })
