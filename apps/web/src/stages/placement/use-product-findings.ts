import { useEffect, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { productFindings } from '../../workers/proof-client';
import type { ProductFinding } from '../../workers/product-findings';

/** The rest after a change before products are proofed anew, ms. */
const REST_MS = 300;

interface Row {
  key: string;
  spec: Spec;
  side: SpecSide;
}

/** What is known of a product: `of` is the design that it was found for. */
interface Found {
  of: Design;
  findings: ProductFinding[];
}

/**
 * What stands in the way of each product's files, or makes them look poor: the same proof as when they are made. The row
 * that is chosen comes first. What was found of an earlier state stays until it is known anew.
 */
export function useProductFindings(
  design: Design,
  rows: readonly Row[],
  chosen: string | undefined,
  garments: Garment[],
): { found: ReadonlyMap<string, Found>; fault: boolean } {
  const [found, setFound] = useState<ReadonlyMap<string, Found>>(new Map());
  const [fault, setFault] = useState(false);
  useEffect(() => {
    const given = new AbortController();
    const { signal } = given;
    const look = async () => {
      const first = rows.filter((r) => r.key === chosen);
      for (const { key, spec, side } of [...first, ...rows.filter((r) => r.key !== chosen)]) {
        const findings = await productFindings(design, spec, side, garments, signal);
        if (signal.aborted) return;
        setFound((all) => new Map(all).set(key, { of: design, findings }));
      }
      setFault(false);
    };
    const timer = setTimeout(() => void look().catch(() => signal.aborted || setFault(true)), REST_MS);
    return () => {
      given.abort();
      clearTimeout(timer);
    };
    // Which row is chosen says only where to begin.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [design, rows, garments]);
  return { found, fault };
}
