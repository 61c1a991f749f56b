/** What a typeface's maker allows for embedding it in documents (OS/2 fsType). */
export type Embedding = 'installable' | 'editable' | 'preview and print' | 'restricted' | 'unknown';

/** What an `OS/2` table says of embedding; of several bits the least restrictive counts (OpenType specification, fsType). */
export function embeddingOf(os2: Uint8Array | null | undefined): Embedding {
  if (!os2 || os2.length < 10) return 'unknown';
  const type = os2[9] & 0xf;
  if (type === 0) return 'installable';
  return type & 8 ? 'editable' : type & 4 ? 'preview and print' : type & 2 ? 'restricted' : 'unknown';
}
