import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { DocumentError } from '@brelm/core/fields';
import { slug } from '@brelm/core/export';
import { readSheet, type Sheet } from '@brelm/core/sheet';
import {
  makeSheetFile,
  picturesBeside,
  SHEET_FORMATS,
  sheetContents,
  sheetFindings,
  shippedSpecs,
  type SheetDesign,
  type SheetFormat,
} from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { readDesignOrFail } from '../prepare';
import { say } from '../say';
import { writeOut } from '../write-out';

function read(file: string | undefined): Sheet {
  if (file === undefined) throw new UsageError('name a sheet file, e.g. nine.json');
  try {
    return readSheet(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    if (error instanceof DocumentError)
      throw new UsageError(
        error.faults.map((f) => `${file}: ${f.field ? `${f.field}: ` : ''}${f.message}`).join('\n'),
      );
    const { code, message } = error as NodeJS.ErrnoException;
    throw new UsageError(
      code === 'ENOENT'
        ? `${file}: there is no such file`
        : error instanceof SyntaxError
          ? `${file}: this is no JSON`
          : `${file}: ${message}`,
    );
  }
}

/** Design files beside a sheet, and in the folder `designs` beside its own. */
function filesAround(sheet: string): string[] {
  const here = dirname(resolve(sheet));
  return [here, join(here, '../designs')].flatMap((folder) =>
    existsSync(folder)
      ? readdirSync(folder)
          .filter((name) => name.endsWith('.brelm.json'))
          .sort()
          .map((name) => join(folder, name))
      : [],
  );
}

/** The designs of a sheet: each named by the path of its file from the sheet's folder, or by what it is called. */
function designsOf(file: string, sheet: Sheet): Map<string, SheetDesign> {
  const found = new Map<string, SheetDesign>();
  let named: ReturnType<typeof readDesignOrFail>[] | null = null;
  for (const { design: wanted } of sheet.stickers) {
    if (found.has(wanted)) continue;
    const path = join(dirname(resolve(file)), wanted);
    named ??= existsSync(path) ? null : filesAround(file).map(readDesignOrFail);
    const one = existsSync(path) ? readDesignOrFail(path) : named?.find((d) => d.design.name === wanted);
    if (one) found.set(wanted, { design: one.design, picture: picturesBeside(one.file) });
  }
  return found;
}

/**
 * `brelm sheet`: the files of a sheet of stickers, its designs taken from the files beside it. Exit 1 when its check has
 * stops; nothing is written then.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    out: { type: 'string', default: '.' },
    format: { type: 'string', multiple: true, default: ['pdf', 'svg', 'png', 'dxf'] },
    json: { type: 'boolean' },
  });
  const formats = values.format.map((format) => {
    if (!(SHEET_FORMATS as readonly string[]).includes(format))
      throw new UsageError(`--format: "${format}" is none of ${SHEET_FORMATS.join(', ')}`);
    return format as SheetFormat;
  });
  const [file] = positionals;
  const sheet = read(file);
  const contents = await sheetContents(sheet, designsOf(file, sheet));
  const borderMm = shippedSpecs().find((s) => s.id === sheet.spec)?.sticker?.borderMm ?? 0;
  const findings = sheetFindings(sheet, contents, borderMm);
  for (const f of findings) say(`${f.severity}: ${f.message}`);
  const stopped = findings.some((f) => f.severity === 'stop');
  const files: { path: string; bytes: number }[] = [];
  for (const format of stopped ? [] : formats) {
    const path = join(resolve(values.out), `${slug(sheet.name) || 'sheet'}.${format}`);
    files.push(await writeOut(path, await makeSheetFile(sheet, contents, format)));
  }
  if (values.json)
    process.stdout.write(
      JSON.stringify(
        {
          placed: sheet.placed.length,
          findings: findings.map(({ code, severity, message, placed }) => ({
            code,
            severity,
            message,
            placed,
          })),
          files,
        },
        null,
        2,
      ) + '\n',
    );
  return stopped ? 1 : 0;
}
