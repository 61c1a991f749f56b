import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { posix } from 'node:path';
import type { Readable } from 'node:stream';
import archiver from 'archiver';
import { documentOf, readDesign, type DesignDocument } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { ownFace } from '@brelm/core/type';
import { addEntry } from './add-entry';
import { UploadError } from '../pictures/inspect-upload';
import { unzipped } from './unzip';

/**
 * Designs given out: a ZIP with a folder for each, in it `design.brelm.json` and the pictures and typefaces
 * that it is made of, by the paths that the document names. Unpacked it is what the command line reads.
 */
export interface GivenDesign {
  /** Folder in the archive. */
  folder: string;
  /** The document as JSON. */
  text: string;
  /** What it is made of: where it lies on this machine, and where in the folder. */
  files: { path: string; as: string }[];
}

export const DOCUMENT_NAME = 'design.brelm.json';
const DOCUMENT = /\.brelm\.json$/i;

/** Entries of an archive that comes in, at the most. */
const MOST_ENTRIES = 2000;
/** Bytes of one entry, unpacked, at the most. */
const MOST_ENTRY_BYTES = 50 * 1024 * 1024;
/** Bytes of an archive, unpacked, at the most; more is not given out at once either. */
export const MOST_ARCHIVE_BYTES = 120 * 1024 * 1024;

/** Writes designs as an archive, a file at a time; the stream fails where one of them cannot be read. */
export function designArchive(designs: readonly GivenDesign[]): Readable {
  const zip = archiver('zip', { zlib: { level: 6 } });
  const write = async () => {
    for (const { folder, text, files } of designs) {
      await addEntry(zip, Buffer.from(text), `${folder}/${DOCUMENT_NAME}`);
      // Pictures and typefaces are compressed already, or little is to be had of them.
      for (const { path, as } of files)
        await addEntry(zip, createReadStream(path), `${folder}/${as}`, { stored: true });
    }
    await zip.finalize();
  };
  write().catch((error: Error) => zip.destroy(error));
  return zip;
}

/** What an archive that came in holds: documents, and files by their paths. */
interface ArchiveRead {
  documents: { path: string; text: string }[];
  files: { path: string; bytes: Uint8Array }[];
}

/**
 * Unpacks an archive of designs. Sizes are held to while it is unpacked, whatever the archive says of them.
 * Throws an UploadError for what is no such archive, or asks for too much.
 */
async function readArchive(bytes: Buffer): Promise<ArchiveRead> {
  const refuse = (why: string): never => {
    throw new UploadError(`This archive cannot be brought in: ${why}`);
  };
  const read: ArchiveRead = { documents: [], files: [] };
  const limits = { entries: MOST_ENTRIES, entryBytes: MOST_ENTRY_BYTES, bytes: MOST_ARCHIVE_BYTES };
  for (const { path, data } of await unzipped(bytes, limits, refuse))
    if (DOCUMENT.test(path)) read.documents.push({ path, text: data.toString('utf8') });
    else read.files.push({ path, bytes: data });
  if (read.documents.length === 0) refuse(`there is no design in it (a file called ${DOCUMENT_NAME}).`);
  return read;
}

/** A picture or typeface that a design is made of, or a bill for one, by the SHA-256 of its bytes. */
export interface Needed {
  kind: 'picture' | 'typeface' | 'bill';
  sha256: string;
  name: string;
}

/** A design that came in, or why it cannot. */
export type GivenRead =
  { path: string; name: string; text: string; needs: Needed[] } | { path: string; fault: string };

export interface GivenFile {
  sha256: string;
  bytes: Uint8Array;
}

const OWN_FACE = /"own-([0-9a-f]{64})-\d{1,2}"/g;

const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** What a document is made of besides itself. */
export function neededBy(document: DesignDocument): Needed[] {
  const needs = new Map<string, Needed>();
  const need = (kind: Needed['kind'], sha256: string, name: string) =>
    needs.has(sha256) || needs.set(sha256, { kind, sha256, name });
  for (const { sha256, name } of document.materials) if (sha256) need('picture', sha256, name);
  for (const { aids } of document.sides)
    if (aids.reference) need('picture', aids.reference.sha256, aids.reference.name);
  const licences = [
    ...document.materials.map((m) => m.licence),
    ...document.typefaces.map((t) => t.licence),
    ...document.sides.flatMap((s) => s.aids.reference?.licence ?? []),
    ...document.sides.flatMap((s) => s.parts.flatMap((p) => (p.kind === 'motif' ? [p.licence] : []))),
  ];
  for (const { bill } of licences) if (bill) need('bill', bill.sha256, bill.name);
  for (const [, sha256] of JSON.stringify(document.sides).matchAll(OWN_FACE)) {
    const said = document.typefaces.find((t) => ownFace(t.id)?.sha256 === sha256);
    need('typeface', sha256, said?.name || `typeface ${sha256.slice(0, 8)}`);
  }
  return [...needs.values()];
}

/** A document whose pictures are told by what they hold, where they lay beside it in `files`. */
function withPictures(document: DesignDocument, folder: string, files: Map<string, string>): DesignDocument {
  const materials = document.materials.map(({ file, ...material }) => {
    const beside = file === undefined ? undefined : files.get(posix.join(folder, file));
    const sha256 = beside ?? material.sha256;
    if (!sha256)
      throw new DocumentError([
        { field: 'materials', message: `${material.name} is not there: it was to lie at ${file}` },
      ]);
    return { ...material, sha256 };
  });
  return { ...document, materials };
}

/**
 * Reads what was given out, or made by hand in the same way: an archive, or a single `.brelm.json`. A
 * document that cannot be read is told, the others come in. Throws an UploadError where there is none at all.
 */
export async function readGiven(bytes: Buffer): Promise<{ designs: GivenRead[]; files: GivenFile[] }> {
  const zipped = bytes.subarray(0, 2).toString('latin1') === 'PK';
  const archive: ArchiveRead = zipped
    ? await readArchive(bytes)
    : { documents: [{ path: DOCUMENT_NAME, text: bytes.toString('utf8') }], files: [] };
  const files = archive.files.map((f) => ({ ...f, sha256: sha256Of(f.bytes) }));
  const byPath = new Map(files.map((f) => [posix.normalize(f.path), f.sha256]));
  const designs = archive.documents.map(({ path, text }): GivenRead => {
    try {
      const read = documentOf(readDesign(JSON.parse(text)));
      const document = withPictures(read, posix.dirname(path), byPath);
      return { path, name: document.name, text: JSON.stringify(document), needs: neededBy(document) };
    } catch (error) {
      if (error instanceof SyntaxError) return { path, fault: 'this is no JSON' };
      if (error instanceof DocumentError) return { path, fault: error.message };
      throw error;
    }
  });
  const needed = new Set(designs.flatMap((d) => ('needs' in d ? d.needs.map((n) => n.sha256) : [])));
  const used = files.filter((f) => needed.has(f.sha256)).map(({ sha256, bytes }) => ({ sha256, bytes }));
  return { designs, files: used };
}
