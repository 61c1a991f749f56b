import { readFile } from 'node:fs/promises';
import { compileFunction } from 'node:vm';

type Module = typeof import('@resvg/resvg-wasm');
type Options = NonNullable<ConstructorParameters<Module['Resvg']>[1]>;
/** An SVG that was read: its size, and what can be made of it. */
export type ReadSvg = Pick<InstanceType<Module['Resvg']>, 'width' | 'height' | 'toString' | 'render'>;

const CODE = require.resolve('@resvg/resvg-wasm');
const BINARY = require.resolve('@resvg/resvg-wasm/index_bg.wasm');

let compiled: Promise<WebAssembly.Module> | undefined;
let loaded: Promise<Module['Resvg']> | undefined;

/**
 * The renderer as WebAssembly: it has no way to open files or connections, whatever a document says, and
 * where it fails it throws instead of ending the process. The package can be set up once only, so its code
 * is evaluated anew after a failure.
 */
const renderer = (): Promise<Module['Resvg']> =>
  (loaded ??= (async () => {
    compiled ??= readFile(BINARY).then((bytes) => WebAssembly.compile(bytes));
    const module = { exports: {} as Module };
    const code = await readFile(CODE, 'utf8');
    compileFunction(code, ['module', 'exports'])(module, module.exports);
    await module.exports.initWasm(await compiled);
    return module.exports.Resvg;
  })());

/** True for a failure within the renderer; its own reasons are thrown as plain errors or strings. */
const isTrap = (error: unknown): boolean =>
  /^(RuntimeError|RangeError)$/.test((error as Error | null)?.name ?? '');

/**
 * Reads an SVG, lets `make` make something of it, and gives its memory back. Throws what `make` throws, an
 * Error with the reader's reason, or a RangeError where it is more than can be drawn.
 */
export async function withSvg<T>(source: string, options: Options, make: (svg: ReadSvg) => T): Promise<T> {
  const Resvg = await renderer();
  let svg: InstanceType<typeof Resvg> | undefined;
  try {
    svg = new Resvg(source, options);
    return make(svg);
  } catch (error) {
    if (isTrap(error)) {
      // An instance that failed in the middle of its work is not used again.
      loaded = undefined;
      svg = undefined;
      throw new RangeError('it is made in a way that cannot be drawn: simplify it and save it again');
    }
    throw error instanceof Error ? error : new Error(String(error));
  } finally {
    svg?.free();
  }
}
