import svgpath from 'svgpath';
import { CLOSE, CUBIC, eachCommand, LINE, MOVE, QUAD, type PathData } from './path';

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

const round = (v: number) => String(Math.round(v * 1000) / 1000);

/** Path data as SVG path text, rounded to a thousandth. */
export function toSvgPath(path: PathData): string {
  let out = '';
  const points = (at: number, count: number) =>
    path
      .slice(at, at + count)
      .map(round)
      .join(' ');
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) out += 'M' + points(at, 2);
    else if (verb === LINE) out += 'L' + points(at, 2);
    else if (verb === QUAD) out += 'Q' + points(at, 4);
    else if (verb === CUBIC) out += 'C' + points(at, 6);
    else out += 'Z';
  });
  return out;
}
