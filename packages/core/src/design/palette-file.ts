import Papa from 'papaparse';
import { isHex, normaliseHex, plainName, rgbToHex, type Hex } from '../colour';
import { DocumentError, type FieldFault } from '../fields';
import { freshSlug } from './slug';

/** A named colour in a palette file. */
export interface NamedColour {
  name: string;
  value: Hex;
}

export type PaletteFormat = 'tokens' | 'css' | 'csv';

/** A file holds no more colours than this. */
const MOST = 500;

/** A key for each colour of a file, none of them twice. */
function keysOf(colours: readonly NamedColour[]): string[] {
  const taken = new Set<string>();
  return colours.map((c) => {
    const key = freshSlug(c.name, taken, 'ink');
    taken.add(key);
    return key;
  });
}

/**
 * Colours as a file: design tokens (the W3C Design Tokens Community Group's format, `$type` and
 * `$value`), CSS custom properties on `:root`, or CSV (RFC 4180) with the columns name and value.
 */
export function writePalette(colours: readonly NamedColour[], format: PaletteFormat): string {
  const keys = keysOf(colours);
  if (format === 'csv')
    return (
      Papa.unparse(
        colours.map(({ name, value }) => ({ name, value })),
        { newline: '\n' },
      ) + '\n'
    );
  if (format === 'css')
    return `:root {\n${colours.map((c, i) => `  --${keys[i]}: ${c.value}; /* ${c.name.replaceAll('*/', '')} */`).join('\n')}\n}\n`;
  const component = (value: Hex, at: number) =>
    Number((parseInt(value.slice(at, at + 2), 16) / 255).toFixed(4));
  const tokens = Object.fromEntries(
    colours.map((c, i) => [
      keys[i],
      {
        $type: 'color',
        $description: c.name,
        $value: {
          colorSpace: 'srgb',
          components: [1, 3, 5].map((at) => component(c.value, at)),
          hex: c.value,
        },
      },
    ]),
  );
  return JSON.stringify(tokens, null, 2) + '\n';
}

const words = (key: string) => {
  const text = key.replace(/[-_.]+/g, ' ').trim();
  return text ? text[0].toUpperCase() + text.slice(1) : 'Ink';
};

function readTokens(text: string, fail: (field: string, message: string) => void): NamedColour[] {
  let root: unknown;
  try {
    root = JSON.parse(text);
  } catch (error) {
    fail('', `is no JSON: ${(error as Error).message}`);
    return [];
  }
  const found: NamedColour[] = [];
  const walk = (node: unknown, path: string[], type: unknown): void => {
    if (typeof node !== 'object' || node === null || Array.isArray(node)) return;
    const group = node as Record<string, unknown>;
    const own = group.$type ?? type;
    if ('$value' in group) {
      if (own !== 'color') return;
      const value = colourOf(group.$value);
      const name = typeof group.$description === 'string' ? group.$description : words(path.at(-1) ?? '');
      if (value) found.push({ name: name.slice(0, 120), value });
      else fail(path.join('.'), `${JSON.stringify(group.$value).slice(0, 60)} is no sRGB colour`);
      return;
    }
    for (const [key, child] of Object.entries(group))
      if (!key.startsWith('$')) walk(child, [...path, key], own);
  };
  walk(root, [], undefined);
  return found;
}

/** A token's value: text such as #rrggbb, or components in sRGB (Design Tokens format, colour module). */
function colourOf(value: unknown): Hex | null {
  if (typeof value === 'string') return isHex(value.slice(0, 7)) ? normaliseHex(value.slice(0, 7)) : null;
  if (typeof value !== 'object' || value === null) return null;
  const { colorSpace, components, hex } = value as {
    colorSpace?: unknown;
    components?: unknown;
    hex?: unknown;
  };
  if (
    colorSpace === 'srgb' &&
    Array.isArray(components) &&
    components.length === 3 &&
    components.every((c) => typeof c === 'number' && c >= 0 && c <= 1)
  )
    return rgbToHex((components as number[]).map((c) => c * 255) as [number, number, number]);
  return typeof hex === 'string' && isHex(hex) ? normaliseHex(hex) : null;
}

function readCss(text: string, fail: (field: string, message: string) => void): NamedColour[] {
  const found: NamedColour[] = [];
  const plain = text.replace(/\/\*(?!.*\*\/\s*$)[\s\S]*?\*\//gm, '');
  for (const [, key, value, note] of plain.matchAll(
    /--([\w-]+)\s*:\s*([^;}]+);?\s*(?:\/\*\s*(.*?)\s*\*\/)?/g,
  )) {
    const colour = value.trim();
    if (isHex(colour)) found.push({ name: (note || words(key)).slice(0, 120), value: normaliseHex(colour) });
    else if (/^#|^rgb|^hsl/i.test(colour)) fail(`--${key}`, `${colour} is not written as #rrggbb`);
  }
  return found;
}

function readCsv(text: string, fail: (field: string, message: string) => void): NamedColour[] {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
    transform: (v) => v.trim(),
  });
  const column = (meta.fields ?? []).find((f) => ['value', 'hex', 'colour', 'color'].includes(f));
  if (!column) {
    fail('line 1', 'needs a column "value" with colours written as #rrggbb');
    return [];
  }
  return data.flatMap((row, i) => {
    const value = row[column].startsWith('#') ? row[column] : `#${row[column]}`;
    if (!isHex(value)) {
      fail(`line ${i + 2}`, `"${row[column]}" is no colour: write it as #rrggbb`);
      return [];
    }
    return [{ name: (row.name || plainName(value)).slice(0, 120), value: normaliseHex(value) }];
  });
}

/**
 * Reads a palette file of any of the formats, told by what is in it. Throws a DocumentError that names
 * each colour that cannot be read, or says that there is none.
 */
export function readPalette(text: string): NamedColour[] {
  const faults: FieldFault[] = [];
  const fail = (field: string, message: string) => faults.push({ field, message });
  const body = text.replace(/^\ufeff/, '').trim();
  const read = body.startsWith('{') ? readTokens : /--[\w-]+\s*:/.test(body) ? readCss : readCsv;
  const found = read(body, fail);
  if (faults.length === 0 && found.length === 0) fail('', 'holds no colours');
  if (found.length > MOST) fail('', `holds ${found.length} colours: at most ${MOST} can be read`);
  if (faults.length) throw new DocumentError(faults.slice(0, 50));
  return found;
}
