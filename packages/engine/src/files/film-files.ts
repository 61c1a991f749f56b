import PDFDocument from 'pdfkit';
import { colourwayOf, openSide, sidesOf, type Design } from '@brelm/core/design';
import type { Materials } from '@brelm/core/drawing';
import { cutPathsOf } from '@brelm/core/drawing';
import { nameBy, slug } from '@brelm/core/export';
import {
  filmLayers,
  filmSheet,
  judgeFilm,
  wornOutline,
  type FilmFigures,
  type FilmFinding,
  type FilmLayer,
} from '@brelm/core/film';
import { EMPTY_BOX, pathBounds, toSvgPath, transformPath, unite, type Box } from '@brelm/core/geometry';
import { writeDxf } from '@brelm/core/cutline';
import { resolve } from '@brelm/core/resolve';
import { pdfOf } from './export-pdf';
import { svgOf } from './export-svg';
import { SHEET_COLOURS, sheetFont } from '../archives/pack';

/** How the files of films are named, and what the pattern may say beside what all patterns may. */
export const FILM_NAMES = '{design}-{side}-{colourway}-{n}-{ink}';
export const FILM_WORDS = ['n', 'ink', 'film'] as const;

/** Why no films can be cut. */
export class NoFilmsError extends Error {}

/** One film as it is told. */
export interface FilmReport extends FilmFigures {
  ink: string;
  name: string;
  value: string;
  film: FilmLayer['film'];
  findings: FilmFinding[];
  files: string[];
}

/** The files of a design's films. */
export interface FilmFiles {
  films: FilmReport[];
  /** What is in none of them, in words. */
  left: string[];
  files: { name: string; bytes: Buffer }[];
}

const noPicture = () => Promise.reject(new Error('a film has no pictures'));

/**
 * The films of one side of a design, in one of its colourways: for each an SVG, a PDF and a DXF of true size, and a sheet
 * that shows the order in which they are pressed, named by a pattern. Throws a NoFilmsError where no ink is a film, or none
 * is drawn.
 */
export async function filmFiles(
  whole: Design,
  side: string,
  colourway: string | undefined,
  materials: Materials,
  pattern = FILM_NAMES,
): Promise<FilmFiles> {
  const design = openSide(whole, side);
  const drawing = resolve(design, colourway, materials);
  const names = new Map(design.inks.map((i) => [i.id, i.name]));
  const values = new Map(drawing.inks.map((i) => [i.id, i.value]));
  const films = new Map(design.inks.flatMap((i) => (i.film ? [[i.id, i.film] as const] : [])));
  if (films.size === 0) throw new NoFilmsError('None of the inks is a film. Choose one for an ink first.');
  const { ops } = materials;
  const found = filmLayers(drawing, films, design.films, ops!, wornOutline);
  if (found.layers.length === 0)
    throw new NoFilmsError('Nothing is drawn in the inks that are films, so there is nothing to cut.');
  const sheets = filmSheet(found.layers, design.films, drawing.dpi, (ink) => names.get(ink) ?? ink);
  const files: FilmFiles['files'] = [];
  const reports: FilmReport[] = [];
  const base = slug(design.name) || 'design';
  const stems = new Set<string>();
  const { width: w, height: h, dpi } = drawing;
  const colour = colourwayOf(whole, colourway);
  const parts = {
    ...{ design: design.name, marketplace: null, product: null, garment: null, mirror: null, w, h, dpi },
    side: sidesOf(whole).length > 1 ? design.side.name || side : null,
    colourway: whole.colourways.length > 1 && colour ? colour.name : null,
  };
  for (const [i, sheet] of sheets.entries()) {
    const { ink, film } = sheet;
    const name = names.get(ink) ?? ink;
    const named = nameBy(pattern, parts, { n: String(i + 1), ink: name, film: film.name });
    // A pattern may say the same of all.
    const stem = stems.has(named) ? `${named}-${i + 1}` : named;
    stems.add(stem);
    const title = `${design.name}: ${name}, ${film.name}`;
    files.push(
      { name: `${stem}.svg`, bytes: Buffer.from(await svgOf(sheet.drawing, noPicture, { title })) },
      { name: `${stem}.pdf`, bytes: await pdfOf(sheet.drawing, noPicture, title) },
      {
        name: `${stem}.dxf`,
        bytes: Buffer.from(
          writeDxf(cutPathsOf(sheet.drawing), sheet.drawing.height, sheet.drawing.dpi / 25.4),
          'latin1',
        ),
      },
    );
    const judged = judgeFilm(sheet, name, drawing.dpi, design.films.speed, ops!);
    reports.push({
      ...judged.figures,
      ...{ ink, name, film, value: values.get(ink) ?? '#000000', findings: judged.findings },
      files: ['svg', 'pdf', 'dxf'].map((ending) => `${stem}.${ending}`),
    });
  }
  const left = [
    ...(found.printed.length
      ? [
          `Inks that are no film are in no file: ${found.printed.map((id) => names.get(id) ?? id).join(', ')}.`,
        ]
      : []),
    ...(found.pictures ? [`A blade cannot follow pictures: ${found.pictures} of them left out.`] : []),
    ...(found.soft
      ? [
          `Films are solid: ${found.soft} see-through, blurred or graded outlines are cut as if they were, too.`,
        ]
      : []),
  ];
  files.push({
    name: `${base}-order.pdf`,
    bytes: await orderSheet(design.name, found.layers, reports, left),
  });
  return { films: reports, left, files };
}

/** Size of the picture of a step, points. */
const STEP = 120;
const mm = (v: number) => v.toFixed(v < 10 ? 1 : 0);

/** What is pressed after what, each step with all before it, as a PDF to lay beside the press. */
async function orderSheet(
  title: string,
  layers: readonly FilmLayer[],
  films: readonly FilmReport[],
  left: readonly string[],
): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A4', margin: 42, info: { Title: `Films: ${title}` } });
  const chunks: Buffer[] = [];
  doc.on('data', (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', sheetFont('400Regular')).registerFont('bold', sheetFont('700Bold'));
  const { INK, MUTED, STOP } = SHEET_COLOURS;
  doc.font('bold').fontSize(18).fillColor(INK).text(title);
  doc.font('text').fontSize(9.5).fillColor(MUTED).text('Its films, in the order in which they are pressed');
  const box = layers.reduce((sum, l) => unite(sum, pathBounds(l.path)), EMPTY_BOX as Box);
  const k = STEP / Math.max(box.right - box.left, box.bottom - box.top);
  const small = layers.map((l) =>
    toSvgPath(transformPath(l.path, [k, 0, 0, k, -k * box.left, -k * box.top])),
  );
  doc.moveDown(0.8);
  films.forEach((film, i) => {
    if (doc.y > doc.page.height - STEP - 60) doc.addPage();
    const top = doc.y;
    doc.save().translate(42, top);
    for (let n = 0; n <= i; n++) doc.path(small[n]).fillColor(films[n].value).fill('non-zero');
    doc.restore();
    const x = 42 + STEP + 24;
    const width = doc.page.width - x - 42;
    doc
      .font('bold')
      .fontSize(11)
      .fillColor(INK)
      .text(`${i + 1}. ${film.name}`, x, top, { width });
    doc.font('text').fontSize(9.5).fillColor(MUTED);
    const says = [
      `${film.film.name}, ${film.value}${film.film.mirror ? '; cut mirrored' : '; not mirrored'}`,
      `${mm(film.width)} × ${mm(film.height)} mm, ${film.pieces} ${film.pieces === 1 ? 'piece' : 'pieces'}, ${film.holes} ${film.holes === 1 ? 'hole' : 'holes'}`,
      `The blade goes ${(film.way / 1000).toFixed(2)} m, about ${Math.max(1, Math.round(film.seconds))} s`,
      film.files.join(', '),
    ];
    for (const line of says) doc.text(line, { width });
    for (const f of film.findings) doc.fillColor(STOP).text(f.message, { width });
    doc.y = Math.max(doc.y, top + STEP) + 14;
  });
  doc.x = 42;
  for (const line of left) doc.fillColor(MUTED).fontSize(9.5).text(line, 42);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}
