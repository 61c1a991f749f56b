import PDFDocument from 'pdfkit';
import type { Design } from '@brelm/core/design';
import {
  csvOf,
  proofOf,
  RIGHTS_HEADER,
  rightsCells,
  rightsOf,
  usedMaterials,
  type RightsRow,
} from '@brelm/core/listing';
import { SHEET_COLOURS, sheetFont } from './pack';

const MAY: Readonly<Record<RightsRow['goods'], string>> = {
  yes: 'may be sold on goods',
  no: 'may not be sold on goods',
  unknown: 'not known',
  ask: 'to be looked at',
};

/** A statement of what a design uses and why it may, as a PDF to keep or to send. */
export async function rightsSheet(name: string, rows: readonly RightsRow[], day: string): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A4', margin: 42, info: { Title: `Rights: ${name}` } });
  const chunks: Buffer[] = [];
  doc.on('data', (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', sheetFont('400Regular')).registerFont('bold', sheetFont('700Bold'));
  const { INK, MUTED, STOP } = SHEET_COLOURS;
  doc.font('bold').fontSize(18).fillColor(INK).text(name);
  doc
    .font('text')
    .fontSize(9.5)
    .fillColor(MUTED)
    .text(`What it uses, and why that may be sold; ${day}`)
    .moveDown(0.8);
  if (rows.length === 0) doc.fillColor(INK).text('Nothing that somebody else has a right to.');
  for (const { kind, title, licence, goods, why, credit } of rows) {
    if (doc.y > doc.page.height - 110) doc.addPage();
    doc
      .font('bold')
      .fontSize(10.5)
      .fillColor(INK)
      .text(kind === 'typeface' ? `Typeface ${title}` : title);
    doc
      .font('text')
      .fontSize(9.5)
      .fillColor(goods === 'yes' ? MUTED : STOP)
      .text(`${MAY[goods]}: ${why}`);
    doc.fillColor(MUTED);
    if (licence.source) doc.text(`From: ${licence.source}`);
    const proof = proofOf(licence);
    if (proof) doc.text(`Proof: ${proof}${licence.date ? `, since ${licence.date}` : ''}`);
    if (credit) doc.text(`To be named in the listing: ${credit}`);
    doc.moveDown(0.6);
  }
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** What the designs of a pack use and why they may, as a table: a line a material of each design. */
export function rightsTable(designs: readonly Design[]): { name: string; bytes: Buffer }[] {
  const rows = designs.flatMap((d) =>
    rightsCells(rightsOf(usedMaterials(d))).map((cells) => [d.name, ...cells]),
  );
  if (rows.length === 0) return [];
  return [{ name: 'rights.csv', bytes: Buffer.from(`\ufeff${csvOf(['design', ...RIGHTS_HEADER], rows)}`) }];
}
