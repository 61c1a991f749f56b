import { useState } from 'react';
import { byLightness } from '@brelm/core/proof';
import { lightness, type Garment } from '@brelm/core/colour';
import { boardOf, comesIn, safeBox, type Spec } from '@brelm/core/spec';
import { specSides, type SpecAndSide } from '../design';
import { useGarmentsQuery, useSpecsQuery } from '../store/api';
import type { TryRequest } from '../workers/try-client';

/** Where the product that a design was made for last is kept, in this browser. */
const LAST_PRODUCT = 'brelm-last-product';
const FIRST_PRODUCT = 'pinfold/tee-front';
/** From this lightness on a garment is pale. */
const PALE = 55;
/** Garments that a new design is judged on. */
const JUDGED = 6;

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
  const [product, setProduct] = useState(() => localStorage.getItem(LAST_PRODUCT) ?? FIRST_PRODUCT);
  const [garmentId, setGarment] = useState<string | null>(wanted);
  const choices = specSides((specs ?? []) as Spec[]);
  const choice =
    choices.find((c) => c.key === product || c.spec.id === product) ??
    choices.find((c) => c.spec.id === FIRST_PRODUCT) ??
    choices[0];
  const offered = byLightness(comesIn(choice?.spec, garments));
  const garment = offered.find((g) => g.id === garmentId) ?? offered[0];
  const judged = offered.filter((g) => g.id !== garment?.id);
  const step = Math.max(1, Math.floor(judged.length / (JUDGED - 1)));
  const beside = judged.filter((_, i) => i % step === 0).slice(0, JUDGED - 1);
  return {
    ...{ choices, choice, offered, garment, setGarment },
    setProduct: (key) => {
      localStorage.setItem(LAST_PRODUCT, key);
      setProduct(key);
    },
    on:
      choice && garment
        ? {
            ...{ board: boardOf(choice.spec, choice.side), safe: safeBox(choice.side), backdrop: garment.id },
            garments: [garment.id, ...beside.map((g) => g.id)],
            ...{ ground: garment.value, pale: lightness(garment.value) >= PALE },
          }
        : null,
  };
}
