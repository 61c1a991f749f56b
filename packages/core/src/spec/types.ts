/** One printed side of a product. */
export interface SpecSide {
  id: string;
  name: string;
  /** Print area in inches and the pixels asked for. */
  widthIn: number;
  heightIn: number;
  widthPx: number;
  heightPx: number;
  dpi: number;
  /** Distance of the safe area from each edge of the print area, inches. */
  safeIn: { left: number; top: number; right: number; bottom: number };
}

/** What one marketplace asks for one product. */
export interface Spec {
  format: 'brelm-spec';
  version: 1;
  /** e.g. `pinfold/tee-front`. */
  id: string;
  marketplace: string;
  product: string;
  blank: string;
  sides: SpecSide[];
  formats: 'png'[];
  background: 'transparent' | 'opaque' | 'either';
  /** Largest file, bytes. */
  maxBytes: number;
  /** Least effective resolution of a picture, dpi. */
  leastDpi: number;
  /** When the figures were last compared with the marketplace's own page, YYYY-MM-DD. */
  checked: string;
}
