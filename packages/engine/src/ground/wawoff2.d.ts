declare module 'wawoff2' {
  /** A WOFF2 file as the sfnt that it wraps; rejects when it is damaged. */
  export function decompress(bytes: Uint8Array): Promise<Uint8Array>;
  export function compress(bytes: Uint8Array): Promise<Uint8Array>;
}
