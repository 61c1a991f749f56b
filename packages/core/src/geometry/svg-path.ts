import svgpath from 'svgpath';
import { CLOSE, CUBIC, LINE, MOVE, QUAD, type PathData } from './path';
import { producePath } from './producer';

/**
 * SVG path text as path data: relative, shorthand and arc commands are resolved.
 * Throws a RangeError that names the fault for text that is no path, or has numbers that are not finite.
 */
export function parseSvgPath(d: string): PathData {
  const parsed = svgpath(d).abs().unshort().unarc();
  // svgpath keeps its parse error in a field that its types do not mention.
  const fault = (parsed as unknown as { err?: string }).err;
  if (fault) throw new RangeError(fault.replace(/^SvgPath: /, 'path: '));
  const out: number[] = [];
  let x = 0;
  let y = 0;
  parsed.iterate((segment) => {
    const [verb, ...n] = segment as unknown as [string, ...number[]];
    if (!n.every(Number.isFinite)) throw new RangeError(`path: ${verb} has a number that is not finite`);
    if (verb === 'M') out.push(MOVE, n[0], n[1]);
    else if (verb === 'L') out.push(LINE, n[0], n[1]);
    else if (verb === 'H') out.push(LINE, n[0], y);
    else if (verb === 'V') out.push(LINE, x, n[0]);
    else if (verb === 'Q') out.push(QUAD, ...n);
    else if (verb === 'C') out.push(CUBIC, ...n);
    else if (verb === 'Z') out.push(CLOSE);
    if (verb === 'H') x = n[0];
    else if (verb === 'V') y = n[0];
    else if (n.length >= 2) [x, y] = n.slice(-2);
  });
  return out;
}

/** Path data as SVG path text, its numbers rounded to `digits` decimals. */
export function toSvgPath(path: PathData, digits = 3): string {
  const unit = 10 ** digits;
  let out = '';
  const say = (letter: string, ...numbers: number[]) => {
    out += letter + numbers.map((v) => String(Math.round(v * unit) / unit)).join(' ');
  };
  producePath(
    {
      moveTo: (x, y) => say('M', x, y),
      lineTo: (x, y) => say('L', x, y),
      quadraticCurveTo: (...points) => say('Q', ...points),
      bezierCurveTo: (...points) => say('C', ...points),
      closePath: () => say('Z'),
    },
    path,
  );
  return out;
}
