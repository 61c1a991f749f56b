import { gannetRow } from './gannet-row';
import type { Line } from './http';
import { mudlark } from './mudlark';
import { pinfold } from './pinfold';
import { stickerwharf } from './stickerwharf';
import type { Connector } from './types';

/** What speaks to marketplaces, one way for all of them: a file a marketplace, and a line here. */
export * from './types';
export type { Line } from './http';

/** By the first piece of a spec's id. */
export const CONNECTORS: Readonly<Record<string, (line: Line) => Connector>> = {
  pinfold,
  'gannet-row': gannetRow,
  stickerwharf,
  mudlark,
};
