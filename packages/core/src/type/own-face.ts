/** An own typeface by the file that it came in and its place in that file, which may hold several. */
export const OWN_FACE = /^own-([0-9a-f]{64})-(\d{1,2})$/;

/** The id of a typeface that was brought in; `sha256` is of its file, as it is stored. */
export const ownFaceId = (sha256: string, index: number): string => `own-${sha256}-${index}`;

/** The stored file of an own typeface, and its place in it; null for one of the catalogue. */
export function ownFace(id: string): { sha256: string; index: number } | null {
  const match = OWN_FACE.exec(id);
  return match && { sha256: match[1], index: Number(match[2]) };
}
