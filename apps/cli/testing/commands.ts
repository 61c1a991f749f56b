/** The command line in the tests' own process, in a folder with the demo designs that goes when they end. */
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import type { DesignDocument } from '@brelm/core/design';
import { brelm as command } from '../src/brelm';

export const ROOT = join(__dirname, '../../..');
export const MAIN = join(ROOT, 'apps/cli/dist/main.js');
export const folder = mkdtempSync(join(tmpdir(), 'brelm-cli-'));
export const designs = join(folder, 'designs');
cpSync(join(ROOT, 'demo/designs'), designs, { recursive: true });
cpSync(join(ROOT, 'demo/sheets'), join(folder, 'sheets'), { recursive: true });
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const ajv = new Ajv2020({ strict: false });
for (const name of ['spec', 'cli'])
  ajv.addSchema(
    JSON.parse(readFileSync(join(ROOT, `docs/${name}.schema.json`), 'utf8')) as object,
    `${name}.schema.json`,
  );

// Paths are those of where the command is called.
const before = process.cwd();
beforeAll(() => process.chdir(folder));
afterAll(() => process.chdir(before));

/** The command in this process: its exit code, and what it says on standard output and standard error. */
export async function brelm(...args: string[]): Promise<{ code: number; out: string; err: string }> {
  const said = { out: '', err: '' };
  const hear = (stream: NodeJS.WriteStream, to: 'out' | 'err') =>
    jest.spyOn(stream, 'write').mockImplementation((chunk) => {
      said[to] += String(chunk);
      return true;
    });
  const spies = [hear(process.stdout, 'out'), hear(process.stderr, 'err')];
  try {
    return { code: await command(args), ...said };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

/** Runs with --json, checks the output against its schema, and returns it. */
export async function json<T>(
  kind:
    'specs' | 'export' | 'proof' | 'place' | 'cutline' | 'films' | 'sheet' | 'series' | 'mockup' | 'check',
  ...args: string[]
): Promise<{ code: number; err: string; value: T }> {
  const { code, out, err } = await brelm(...(kind === 'check' ? ['specs', kind] : [kind]), ...args, '--json');
  const value = JSON.parse(out) as T;
  const check = ajv.getSchema(`cli.schema.json#/$defs/${kind}`)!;
  expect(check(value) || check.errors).toBe(true);
  return { code, err, value };
}

export const owls = join(designs, 'count-owls-not-sheep.brelm.json');
export const read = (file: string) => JSON.parse(readFileSync(file, 'utf8')) as DesignDocument;
export function changed(name: string, change: (design: DesignDocument) => void): string {
  const design = structuredClone(read(owls));
  change(design);
  const file = join(designs, `${name}.brelm.json`);
  writeFileSync(file, JSON.stringify(design));
  return file;
}
