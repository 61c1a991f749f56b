import { apiAt } from '../platform/address';
import { decimal } from '../words/decimal';
import { say } from '../words/ui';
/** So many bytes in the seller's words. */
export const bytesText = (bytes: number): string =>
  bytes === 0
    ? say('nothing')
    : bytes >= 1e9
      ? `${decimal(bytes / 1e9, 1)} GB`
      : bytes >= 1e6
        ? `${decimal(bytes / 1e6, 1)} MB`
        : `${Math.max(1, Math.round(bytes / 1e3))} KB`;

/** Where the small picture of a material is. */
export const picturePreview = (sha256: string): string => apiAt(`materials/${sha256}/preview?size=320`);
