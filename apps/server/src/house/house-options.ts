import type { ThisProcess } from '../machines';
import type { ServerOptions } from '../options';

/** What the house is opened with. */
export interface HouseOptions extends ServerOptions {
  process: ThisProcess;
  /**
   * Where the server answers itself, for the shop whose addresses begin so; null until it listens. It holds a secret: who has
   * it is the server.
   */
  inside(path: string): string | null;
  /** Where people open it; null until it listens. */
  address(): string | null;
}

/** Injection token of HouseOptions. */
export const HOUSE = Symbol('HouseOptions');
