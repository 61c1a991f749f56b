import type { DesignSummary } from '@brelm/core/design';
import type { Chain, Group, Waits } from '@brelm/core/standing';
import type { Moment } from './wire';

/** A design as a list shows it. */
export interface DesignEntry extends DesignSummary {
  id: string;
  name: string;
  revision: number;
  updatedAt: Moment;
  archived: boolean;
}

/** What it takes to show a design small, on the garment that it was last looked at on. */
export interface DesignFigure {
  id: string;
  name: string;
  revision: number;
  backdrop: string;
}

/** How far a product of a design has come; see core's standing. */
export interface ProductStanding {
  spec: string;
  chain: Chain;
  /** What it waits for; null for nothing. */
  waits: Waits | null;
}

/** A design on the shelf. */
export interface ShelfEntry extends DesignEntry {
  standing: ProductStanding[];
  group: Group;
  /** The day by which it is to be listed, YYYY-MM-DD, and the days until then; null where it is for no season. */
  listBy: string | null;
  left: number | null;
}

/** A part of the shelf. */
export interface ShelfPage {
  /** Designs that there are in all, on this page and others. */
  total: number;
  designs: ShelfEntry[];
  /** Nothing has the words that were searched for: these have some that are close to them. */
  close: boolean;
  /** How many there would be of each group, and with each thing that is waited for. */
  groups: Record<Group, number>;
  waits: Partial<Record<Waits, number>>;
}

/** In which order the shelf is: by the day that a design is to be listed, by change, by name. */
export type ShelfOrder = 'day' | 'changed' | 'name';

/** What is asked of the shelf: all that is named must be so, one of several of a kind. */
export interface ShelfAsked {
  archived: boolean;
  order: ShelfOrder;
  search: string;
  group: Group | null;
  waits: readonly Waits[];
  /** First pieces of specs. */
  markets: readonly string[];
}

/** What is asked of the shelf, kept under a name; what is not named is not asked. */
export interface ShelfView {
  id: string;
  name: string;
  asked: {
    archived?: 'true' | 'false';
    order?: ShelfOrder;
    search?: string;
    group?: Group;
    waits?: Waits[];
    markets?: string[];
    /** The day that it is seen from, YYYY-MM-DD. */
    day?: string;
  };
}

/** A design by id and name. */
export interface NamedDesign {
  id: string;
  name: string;
}

/** A design that may be the same thing as another. */
export interface AlikeDesign extends NamedDesign {
  /** 0 to 1. */
  likeness: number;
}

export interface ShelfAnswers {
  'GET designs': ShelfPage;
  'GET shelf/designs': { designs: NamedDesign[] };
  'POST shelf/standing': { designs: Pick<ShelfEntry, 'id' | 'name' | 'standing'>[] };
  'POST shelf/alike': { alike: Record<string, AlikeDesign[]> };
  'GET shelf/views': ShelfView[];
  'POST shelf/views': ShelfView[];
  'PUT shelf/views/:id': ShelfView[];
  'DELETE shelf/views/:id': ShelfView[];
}
