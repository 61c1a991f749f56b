import { useState } from 'react';
import { byLightness } from '@brelm/core/proof';
import type { Garment } from '@brelm/core/colour';
import { boardOf, seenOn, safeBox, type Spec } from '@brelm/core/spec';
import {
  FIRST_PRODUCT,
  isPale,
  keepLastProduct,
  lastProduct,
  spread,
  specSides,
  type SpecAndSide,
} from '../design';
import { useGarmentsQuery, useSpecsQuery } from '../store/api';
import type { TryRequest } from '../workers/try-client';

export interface MadeFor {
  choices: SpecAndSide[];
  choice: SpecAndSide | undefined;
  setProduct: (key: string) => void;
  offered: Garment[];
  garment: Garment | undefined;
  setGarment: (id: string) => void;
  /** What compositions are made for, but for phrase and figure. */
  on: Omit<TryRequest['on'], 'phrase' | 'figure'> | null;
}

/** The product and the garment colour that something is tried on: those of the last design until others are chosen. */
export function useMadeFor(wanted: string | null = null): MadeFor {
  const { data: specs } = useSpecsQuery();
  const { data: garments = [] } = useGarmentsQuery();
  const [product, setProduct] = useState(() => lastProduct() ?? FIRST_PRODUCT);
  const [garmentId, setGarment] = useState<string | null>(wanted);
  const choices = specSides((specs ?? []) as Spec[]);
  const choice =
    choices.find((c) => c.key === product || c.spec.id === product) ??
    choices.find((c) => c.spec.id === FIRST_PRODUCT) ??
    choices[0];
  const offered = byLightness(seenOn(choice?.spec, garments));
  const garment = offered.find((g) => g.id === garmentId) ?? offered[0];
  return {
    ...{ choices, choice, offered, garment, setGarment },
    setProduct: (key) => {
      keepLastProduct(key);
      setProduct(key);
    },
    on:
      choice && garment
        ? {
            ...{ board: boardOf(choice.spec, choice.side), safe: safeBox(choice.side), backdrop: garment.id },
            garments: spread(offered, garment),
            ...{ ground: garment.value, pale: isPale(garment) },
          }
        : null,
  };
}
