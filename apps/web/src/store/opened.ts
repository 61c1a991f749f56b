import type { KeptDesign, Starter } from '@brelm/contract';
import type { Design } from '@brelm/core/design';

/** A design as the server has it, opened. */
export interface StoredDesign extends Omit<KeptDesign, 'document'> {
  document: Design;
}

/** A starter, opened. */
export interface OpenStarter extends Omit<Starter, 'document'> {
  document: Design;
}
