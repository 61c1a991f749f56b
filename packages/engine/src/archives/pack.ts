import { createHash, randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { finished } from 'node:stream/promises';
import archiver from 'archiver';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import type { Manifest, ManifestFile } from '@brelm/core/export';
import { WriteError } from '../ground/write-aside';

/** Fonts of the readable sheet: a shipped family that is easy to read small. */
export const sheetFont = (weight: '400Regular' | '700Bold') =>
  join(dirname(require.resolve('@expo-google-fonts/nunito/package.json')), weight, `Nunito_${weight}.ttf`);

const INK = '#20262a';
const MUTED = '#5d666b';
const LINE = '#ddd7ca';
export const SHEET_COLOURS = { INK, MUTED, STOP: '#b23a24' } as const;
const COLOUR = { stop: '#b23a24', watch: '#8a5a12', note: MUTED } as const;

/** A small picture of a file for the sheet; null for what cannot be shown. */
async function thumbnail(read: () => Promise<Buffer>, file: ManifestFile): Promise<Buffer | null> {
  if (file.format === 'pdf') return null;
  try {
    return await sharp(await read(), { limitInputPixels: 500e6 })
      .resize(180, 180, { fit: 'inside' })
      // As on the garment it would be seen against: a middle grey shows pale and dark artwork alike.
      .flatten({ background: '#8b8f90' })
      .png()
      .toBuffer();
  } catch {
    return null;
  }
}

/** The manifest as a sheet to read: each file with a picture, what it is for, what was found, and the licences. */
export async function manifestSheet(
  manifest: Manifest,
  read: (file: ManifestFile) => Promise<Buffer>,
): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A4', margin: 42, info: { Title: 'What is in this pack' } });
  const chunks: Buffer[] = [];
  doc.on('data', (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', sheetFont('400Regular')).registerFont('bold', sheetFont('700Bold'));
  const width = doc.page.width - 84;
  doc.font('bold').fontSize(18).fillColor(INK).text('What is in this pack');
  doc
    .font('text')
    .fontSize(9.5)
    .fillColor(MUTED)
    .text(
      `${manifest.files.length} ${manifest.files.length === 1 ? 'file' : 'files'}, made ${manifest.made.slice(0, 10)}`,
    )
    .moveDown(0.8);
  for (const file of manifest.files) {
    const shown = file.findings.slice(0, 6);
    const tall = Math.max(74, 50 + 12 * shown.length);
    if (doc.y + tall > doc.page.height - 50) doc.addPage();
    const top = doc.y;
    const picture = await thumbnail(() => read(file), file);
    doc.rect(42, top, 66, 66).fill('#8b8f90');
    if (picture) doc.image(picture, 42, top, { fit: [66, 66], align: 'center', valign: 'center' });
    else
      doc
        .font('bold')
        .fontSize(10)
        .fillColor('#ffffff')
        .text(file.format.toUpperCase(), 42, top + 27, { width: 66, align: 'center' });
    const at = { width: width - 82 };
    doc.font('bold').fontSize(9.5).fillColor(INK).text(file.path, 124, top, at);
    doc
      .font('text')
      .fontSize(9)
      .fillColor(MUTED)
      .text(
        `${file.marketplace}, ${file.product}, ${file.side} · ${file.width} × ${file.height} px, ${file.dpi} dpi · ${(file.bytes / 1e6).toFixed(2)} MB · ${file.colourway}${file.garments.length ? ` for ${file.garments.join(', ')}` : ''}${file.mirrored ? ' · mirrored' : ''}`,
        at,
      );
    if (file.loss) doc.text(file.loss, at);
    for (const f of shown)
      doc
        .fillColor(COLOUR[f.severity])
        .text(
          `${f.severity}: ${f.message}${f.accepted === undefined ? '' : ` (accepted${f.accepted ? `: ${f.accepted}` : ''})`}`,
          at,
        );
    if (file.findings.length > shown.length)
      doc.fillColor(MUTED).text(`and ${file.findings.length - shown.length} more, in manifest.json`, at);
    if (shown.length === 0) doc.fillColor('#3f6b2b').text('nothing found', at);
    doc.x = 42;
    doc.y = Math.max(doc.y, top + 72);
    doc
      .moveTo(42, doc.y)
      .lineTo(42 + width, doc.y)
      .lineWidth(0.5)
      .strokeColor(LINE)
      .stroke();
    doc.moveDown(0.6);
  }
  doc.moveDown(0.4).font('bold').fontSize(12).fillColor(INK).text('Licences', 42);
  doc.font('text').fontSize(9.5);
  if (manifest.licences.length === 0) doc.fillColor(MUTED).text('Nothing but the seller’s own work.');
  for (const l of manifest.licences)
    doc
      .fillColor(INK)
      .text(`${l.material}: ${l.licence}`)
      .fillColor(MUTED)
      .text(l.attribution ? `In the listing: ${l.attribution}` : ' ', { continued: false });
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** Bytes of a pack's file, read when they are needed: a pack is larger than memory need be. */
export type PackSource = (file: ManifestFile) => Promise<Buffer>;

/**
 * Writes a pack: a ZIP of the files in their folders with `manifest.json`, `manifest.pdf`, and what else goes with
 * them; whole or not at all. Files are compressed already and only stored. Throws a WriteError.
 */
export async function writePack(
  path: string,
  manifest: Manifest,
  read: PackSource,
  more: readonly { name: string; bytes: Buffer }[] = [],
): Promise<{ bytes: number; sha256: string }> {
  const aside = `${path}.${randomBytes(6).toString('hex')}.part`;
  try {
    await mkdir(dirname(path), { recursive: true });
    const sheet = await manifestSheet(manifest, read);
    const zip = archiver('zip', { store: true });
    const out = createWriteStream(aside);
    const hash = createHash('sha256');
    let bytes = 0;
    zip.on('data', (chunk: Buffer) => {
      hash.update(chunk);
      bytes += chunk.length;
    });
    const failed = new Promise<never>((_, fail) => {
      zip.once('error', fail);
      out.once('error', fail);
    });
    const work = async () => {
      zip.pipe(out);
      const add = (name: string, data: Buffer) =>
        new Promise<void>((done) => {
          zip.once('entry', () => done());
          zip.append(data, { name, date: new Date(manifest.made) });
        });
      for (const file of manifest.files) await add(file.path, await read(file));
      await add('manifest.json', Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`));
      await add('manifest.pdf', sheet);
      for (const { name, bytes } of more) await add(name, bytes);
      await zip.finalize();
      await finished(out);
    };
    await Promise.race([work(), failed]);
    const handle = await open(aside, 'r+');
    await handle.sync().finally(() => handle.close());
    await rename(aside, path);
    return { bytes, sha256: hash.digest('hex') };
  } catch (error) {
    await rm(aside, { force: true }).catch(() => undefined);
    const { code, message } = error as NodeJS.ErrnoException;
    throw new WriteError(
      code === 'ENOSPC' || code === 'EDQUOT'
        ? 'the disk is full: the pack was not written; free some space and try again'
        : `the pack cannot be written: ${message}`,
      code,
    );
  }
}
