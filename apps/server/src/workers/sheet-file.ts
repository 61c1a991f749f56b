import { readDesign } from '@brelm/core/design';
import { readSheet, type SheetFinding } from '@brelm/core/sheet';
import { slug } from '@brelm/core/export';
import {
  makeSheetFile,
  makeSheetZip,
  sheetContents,
  sheetFindings,
  type SheetDesign,
  type SheetFileKind,
} from '@brelm/engine';
import { readKept, type Place } from '../files';

export interface SheetTask {
  /** The sheet as JSON. */
  text: string;
  /** The designs that are on it, as JSON, by id. */
  designs: { id: string; text: string }[];
  format: SheetFileKind;
  /** The least border that its product asks for, mm. */
  borderMm: number;
  /** Its file is made although something is wrong with it. */
  acceptStops: boolean;
  place: Place;
}

/** A sheet as a file; none where something is wrong with it that is not accepted. */
export async function sheetFileTask({
  text,
  designs,
  format,
  borderMm,
  acceptStops,
  place,
}: SheetTask): Promise<{
  bytes: Uint8Array | null;
  findings: SheetFinding[];
}> {
  const sheet = readSheet(JSON.parse(text));
  const font = (sha256: string) => readKept(place, sha256);
  const contents = await sheetContents(
    sheet,
    new Map(
      designs.map((d): [string, SheetDesign] => [
        d.id,
        { design: readDesign(JSON.parse(d.text)), picture: (m) => font(m.sha256 ?? 'none'), font },
      ]),
    ),
  );
  const findings = sheetFindings(sheet, contents, borderMm);
  const stopped = !acceptStops && findings.some((f) => f.severity === 'stop');
  if (stopped) return { bytes: null, findings };
  const bytes = await (format === 'zip'
    ? makeSheetZip(sheet, contents, slug(sheet.name) || 'sheet')
    : makeSheetFile(sheet, contents, format));
  return { bytes, findings };
}
