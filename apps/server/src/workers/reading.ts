import { byMonth, readDemandCsv, type OwnFigure } from '@brelm/core/demand';
import {
  headOf,
  readDesign,
  searchWordsOf,
  summaryOf,
  type DesignHead,
  type DesignSummary,
  documentOf,
} from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { usedMaterials, type UsedMaterial } from '@brelm/core/listing';
import { readGarmentsCsv, readSpec, readSpecFile, specText, type Spec } from '@brelm/core/spec';
import type { Garment } from '@brelm/core/colour';
import {
  inspectFont,
  loadTypeface,
  readGiven,
  readSceneArchive,
  typefaceBytes,
  unpackFont,
  type OwnFont,
} from '@brelm/engine';
import type { FaceSample } from '@brelm/contract';
import { readKept, type Place } from '../files';
import { sampleOf } from './sample';

/** Tasks that read what comes from outside, or what may be long: documents, specs, tables, typefaces. */

export interface ReadDesign {
  head: DesignHead;
  summary: DesignSummary;
  /** What it is found by. */
  words: string;
  /** What it uses that somebody has a right to. */
  used: UsedMaterial[];
  /** The whole design as JSON, with what formats since have added. */
  text: string;
}

/** Parses JSON. Throws a DocumentError for what is none. */
export function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new DocumentError([{ field: '', message: 'this is no JSON' }]);
  }
}

/** Reads a design's JSON, under another name where one is given. Throws a DocumentError. */
export function readDesignText(text: string, name?: string): ReadDesign {
  const design = readDesign(parsedJson(text));
  const named = name === undefined ? design : { ...design, name };
  return {
    head: headOf(named),
    summary: summaryOf(named),
    words: searchWordsOf(named),
    used: usedMaterials(named),
    text: JSON.stringify(documentOf(named)),
  };
}

export interface DesignTask {
  text: string;
  name?: string;
}
export const readDesignTask = ({ text, name }: DesignTask): ReadDesign => readDesignText(text, name);

/** Reads designs that were given out as files; see readGiven. Throws an UploadError. */
export const readGivenTask = (bytes: Uint8Array) => readGiven(Buffer.from(bytes));

/** Reads a spec's JSON. Throws a DocumentError. */
export const readSpecTask = (text: string): Spec => readSpec(parsedJson(text));

/** Reads a file of specs, YAML or JSON. Throws a SpecFileError. */
export const readSpecFileTask = (bytes: Uint8Array): Spec[] => readSpecFile(specText(bytes));

/** Reads a table of garment colours; ids that are `taken` are not given again. Throws a DocumentError. */
export const readGarmentsTask = ({ csv, taken }: { csv: string; taken: string[] }): Garment[] =>
  readGarmentsCsv(csv, new Set(taken));

/** Reads a seller's own figures of what is looked for, a row a month. Throws a DocumentError. */
export const readDemandTask = (csv: string): OwnFigure[] => byMonth(readDemandCsv(csv));

/** Reads a scene that was given out as a file; see readSceneArchive. Throws an UploadError. */
export const readSceneTask = (bytes: Uint8Array) => readSceneArchive(Buffer.from(bytes));

export interface FontTask {
  bytes: Uint8Array;
}
/** Unpacks a font file and looks at every font in it. Throws a FontError. */
export async function readFontTask({ bytes }: FontTask): Promise<{ fonts: OwnFont[]; unpacked: Uint8Array }> {
  const unpacked = await unpackFont(bytes);
  return { fonts: await inspectFont(unpacked), unpacked };
}

export interface FaceTask {
  id: string;
  place: Place;
}
const ownBytes = (place: Place) => (sha256: string) => readKept(place, sha256);

/** A typeface's file, unpacked; null for one that is not there. */
export const faceFileTask = async ({ id, place }: FaceTask): Promise<Uint8Array | null> =>
  (await typefaceBytes(id, ownBytes(place)).catch(() => undefined)) ?? null;

/** Words set in a typeface; null for one that is not there. */
export async function sampleTask({
  id,
  place,
  text,
}: FaceTask & { text: string }): Promise<FaceSample | null> {
  const face = await loadTypeface(id, ownBytes(place)).catch(() => undefined);
  return face ? sampleOf(face, text) : null;
}
