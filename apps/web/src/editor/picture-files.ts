/** Files that become parts: for the choice of files. */
export const PART_FILES =
  '.png,.jpg,.jpeg,.webp,.avif,.tif,.tiff,.gif,.svg,image/png,image/jpeg,image/webp,image/avif,image/tiff,image/gif,image/svg+xml';

/** The name of a file without its ending. */
export const stem = (file: string): string => file.replace(/\.[^.]+$/, '') || file;

const along = new Map<string, readonly File[]>();

/** Files that a design is begun with: they come onto its board when it is opened. */
export const bringAlong = (design: string, files: readonly File[]): void => void along.set(design, files);

/** Files that a design was begun with, once. */
export function broughtAlong(design: string): readonly File[] {
  const files = along.get(design) ?? [];
  along.delete(design);
  return files;
}
