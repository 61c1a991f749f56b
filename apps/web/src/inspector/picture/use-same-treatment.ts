import { useMemo } from 'react';
import { treatmentKey, type Treatment } from '@brelm/core/steps';

/** A treatment that is made anew with each change of what is around it: the same object as long as it does the same. */
export function useSameTreatment(given: Treatment | null): Treatment | null {
  const key = treatmentKey(given);
  // The key says all that the treatment does.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => given, [key]);
}
