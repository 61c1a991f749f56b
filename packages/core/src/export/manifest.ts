import type { BladeFile } from '../cutline';
import type { FileFormat } from '../design';

/** A file of a pack, as its manifest lists it. */
export interface ManifestFile {
  /** Path in the pack. */
  path: string;
  sha256: string;
  bytes: number;
  format: FileFormat | 'dxf';
  width: number;
  height: number;
  dpi: number;
  spec: string;
  marketplace: string;
  product: string;
  side: string;
  design: string;
  /** Revision of the design that it was made from; null for a design that has none. */
  revision: number | null;
  colourway: string;
  /** Names of the garment colours that it is for. */
  garments: string[];
  mirrored: boolean;
  /** The scene of a picture of the product, which is not to be printed; left out for files that are. */
  mockup?: string;
  /** Of a file of what a blade follows, which is not to be printed: how it says it. */
  blade?: BladeFile;
  /** What was left out so that the file fits its limit; null where nothing was. */
  loss: string | null;
  /** What the proof found. */
  findings: { severity: 'stop' | 'watch' | 'note'; message: string; accepted?: string }[];
}

/** A material that the designs of a pack use, with its licence. */
export interface ManifestLicence {
  material: string;
  licence: string;
  /** Text that must go into the listing, where the licence asks for one. */
  attribution: string | null;
}

/** What a pack holds; see docs/manifest.schema.json. */
export interface Manifest {
  format: 'brelm-manifest';
  version: 1;
  /** When it was made, ISO 8601. */
  made: string;
  files: ManifestFile[];
  licences: ManifestLicence[];
}

/** Folder of a file in a pack: marketplace, then product; names safe on every system. */
export const packFolder = (
  spec: { marketplace: string; product: string },
  slug: (text: string) => string,
): string => `${slug(spec.marketplace)}/${slug(spec.product)}`;
