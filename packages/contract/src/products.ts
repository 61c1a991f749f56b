import type { Scene } from '@brelm/core/mockup';
import type { OrderState, OrderStep, Quote, Tolerance } from '@brelm/core/press';
import type { Spec, SpecDifference } from '@brelm/core/spec';
import type { Kept, Media, Moment, Nothing } from './wire';

/** A spec of the book with the number of its state. */
export interface StoredSpec {
  revision: number;
  /** The seller made or changed it. */
  own: boolean;
  document: Spec;
}

export interface SpecState {
  revision: number;
  /** When another took its place; null for the one that holds. */
  replacedAt: Moment | null;
  document: Spec;
}

/** A design that is made for a product, and what of the product has changed since it was placed on it. */
export interface AffectedDesign {
  designId: string;
  name: string;
  differences: SpecDifference[];
}

/** Files of a run that were made when a product asked for something else. */
export interface AffectedRun {
  runId: string;
  title: string;
  createdAt: Moment;
  differences: SpecDifference[];
}

/** What a spec file brings for one spec. */
export interface SpecBrought {
  id: string;
  /** New to the book, changed by the file, or the same in both. */
  kind: 'new' | 'changed' | 'same';
  differences: SpecDifference[];
}

export type StoredScene = Kept<Scene>;

/** What is asked for of a design: one line of an order of samples. */
export interface SampleRequest {
  designId: string;
  spec: string;
  garment: string | null;
  size: string;
  quantity: number;
}

/** A sample as it was ordered, and what has been said of it. */
export interface Sample {
  id: string;
  designId: string;
  designName: string;
  product: string;
  garment: string | null;
  size: string;
  quantity: number;
  note: string;
  rating: number | null;
  /** How the print came out, mm and factors; null until it has come. */
  misprint: Tolerance | null;
  /** Whether there is a photo of it. */
  photo: boolean;
}

export interface SampleOrder {
  id: string;
  country: string;
  quote: Quote;
  state: OrderState;
  steps: OrderStep[];
  /** Why it was refused. */
  reasons: string[];
  cancellable: boolean;
  samples: Sample[];
}

export interface ProductAnswers {
  'GET specs': Spec[];
  'GET spec-book': StoredSpec[];
  'POST spec-book': StoredSpec;
  'PUT spec-book/spec': StoredSpec;
  'DELETE spec-book/spec': Nothing;
  'GET spec-book/history': SpecState[];
  'GET spec-book/affected': { designs: AffectedDesign[]; runs: AffectedRun[] };
  'POST spec-book/file': SpecBrought[];
  'GET spec-book/file': Media<'application/json'>;
  'GET scenes': Scene[];
  'GET scenes/:id': StoredScene;
  'POST scenes': StoredScene;
  'PUT scenes/:id': StoredScene;
  'POST scenes/file': StoredScene;
  'GET scenes/:id/zip': Media<'application/zip'>;
  'DELETE scenes/:id': Nothing;
  'GET scenes/:id/:file': Media<'image/webp'>;
  'GET samples': SampleOrder[];
  'POST samples': SampleOrder;
  'POST samples/orders/:id/cancel': SampleOrder;
  'PATCH samples/:id': SampleOrder;
  'GET samples/:id/photo': Media<'image/jpeg'>;
}
