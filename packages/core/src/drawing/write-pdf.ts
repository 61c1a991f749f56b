import {
  EVERYWHERE,
  IDENTITY,
  isIdentity,
  multiply,
  pathBounds,
  transformPath,
  type Box,
  type Matrix,
} from '../geometry';
import { treatmentKey } from '../steps';
import { printed } from './bounds';
import { inOneColour, inRuns, isPrinted } from './node';
import { contentColour, num, pathOps, PdfFile, type Ref } from './pdf-file';
import {
  MITRE,
  type Blend,
  type Drawing,
  type DrawingNode,
  type Group,
  type ImageItem,
  type Mask,
  type OutlineItem,
} from './types';
import { cutPathsOf } from './cuts';

/** A picture's pixels for a PDF: RGB and alpha apart, 8 bits, row by row. */
export interface PdfPicture {
  width: number;
  height: number;
  rgb: Uint8Array;
  /** Left out where every pixel is opaque. */
  alpha?: Uint8Array;
}

export interface PdfOptions {
  /** A picture's pixels at full resolution, treated as the item asks; null leaves it out. */
  picture(item: ImageItem): PdfPicture | null;
  /** What a blurred fill looks like within `box` (board px), one pixel to a board px; null leaves it out. */
  soft(item: OutlineItem, box: Box): PdfPicture | null;
  /** zlib's deflate. */
  deflate(bytes: Uint8Array): Uint8Array;
  title?: string;
}

const cm = (m: Matrix): string => `${m.map((v) => num(v, 7)).join(' ')} cm\n`;

/** Names of blend modes: `color-dodge` is `ColorDodge` (ISO 32000-1, 11.3.5). */
const blendName = (blend: Blend): string =>
  blend
    .split('-')
    .map((word) => word[0].toUpperCase() + word.slice(1))
    .join('');

/** Resources of one page or form, by name. */
class Resources {
  readonly states = new Map<string, Ref>();
  readonly patterns = new Map<string, Ref>();
  readonly objects = new Map<string, Ref>();
  readonly spaces = new Map<string, Ref>();

  text(): string {
    const table = (name: string, of: ReadonlyMap<string, Ref>) =>
      of.size ? `/${name} << ${[...of].map(([key, ref]) => `/${key} ${ref}`).join(' ')} >> ` : '';
    return `<< ${table('ExtGState', this.states)}${table('Pattern', this.patterns)}${table('XObject', this.objects)}${table('ColorSpace', this.spaces)}>>`;
  }
}

class Writer {
  private readonly pictures = new Map<string, Ref | null>();
  private readonly states = new Map<string, Ref>();
  /** Pictures are drawn black, as far as they cover. */
  private black = false;

  constructor(
    private readonly file: PdfFile,
    private readonly drawing: Drawing,
    private readonly options: PdfOptions,
    /** From board px to points. */
    private readonly page: Matrix,
  ) {}

  /** The operator that sets a graphics state; the same state is written once. */
  private state(resources: Resources, entries: string): string {
    let ref = this.states.get(entries);
    if (!ref) this.states.set(entries, (ref = this.file.add(`<< /Type /ExtGState ${entries} >>`)));
    const name = `G${[...this.states.keys()].indexOf(entries)}`;
    resources.states.set(name, ref);
    return `/${name} gs\n`;
  }

  private opacity(resources: Resources, value: number): string {
    return value < 1 ? this.state(resources, `/ca ${num(value)} /CA ${num(value)}`) : '';
  }

  private form(content: string, resources: Resources, grey = false): Ref {
    const { width, height } = this.drawing;
    return this.file.stream(
      `/Type /XObject /Subtype /Form /BBox [${-width} ${-height} ${2 * width} ${2 * height}] /Resources ${resources.text()} /Group << /S /Transparency /CS /${grey ? 'DeviceGray' : 'DeviceRGB'} /I true >>`,
      new TextEncoder().encode(content),
    );
  }

  private imageObject(picture: PdfPicture): Ref {
    const { width, height, rgb, alpha } = picture;
    const of = `/Type /XObject /Subtype /Image /Width ${width} /Height ${height} /BitsPerComponent 8`;
    const mask = alpha && this.file.stream(`${of} /ColorSpace /DeviceGray`, alpha);
    return this.file.stream(`${of} /ColorSpace /DeviceRGB${mask ? ` /SMask ${mask}` : ''}`, rgb);
  }

  /** Draws a picture over the box (0, 0)–(1, 1) of an image's own space. */
  private draw(resources: Resources, ref: Ref): string {
    const name = `X${ref.id}`;
    resources.objects.set(name, ref);
    return `/${name} Do\n`;
  }

  private image(item: ImageItem, resources: Resources): string {
    const { black } = this;
    const key = `${item.material} ${treatmentKey(item.treatment)} ${black}`;
    if (!this.pictures.has(key)) {
      const picture = this.options.picture(item);
      const shown = picture && black ? { ...picture, rgb: new Uint8Array(picture.rgb.length) } : picture;
      this.pictures.set(key, shown && this.imageObject(shown));
    }
    const ref = this.pictures.get(key);
    if (!ref) return '';
    const { width: w, height: h, shown } = item;
    const cropped = shown.left > -w / 2 || shown.top > -h / 2 || shown.right < w / 2 || shown.bottom < h / 2;
    const clip = cropped
      ? `${num(shown.left)} ${num(shown.top)} ${num(shown.right - shown.left)} ${num(shown.bottom - shown.top)} re W n\n`
      : '';
    // An image lies with its first row at the top of the unit square, and y goes down here.
    return `q\n${cm(item.matrix)}${clip}${cm([w, 0, 0, -h, -w / 2, h / 2])}${this.draw(resources, ref)}Q\n`;
  }

  /** A function from 0–1 to a colour (or to an opacity) that runs through stops. */
  private ramp(stops: readonly { at: number; values: number[] }[]): string {
    const list = [...stops].sort((a, b) => a.at - b.at);
    if (list[0].at > 0) list.unshift({ ...list[0], at: 0 });
    if (list[list.length - 1].at < 1) list.push({ ...list[list.length - 1], at: 1 });
    const piece = (a: number[], b: number[]) =>
      `<< /FunctionType 2 /Domain [0 1] /N 1 /C0 [${a.map((v) => num(v, 5)).join(' ')}] /C1 [${b.map((v) => num(v, 5)).join(' ')}] >>`;
    const pieces = list.slice(1).map((stop, i) => piece(list[i].values, stop.values));
    if (pieces.length === 1) return pieces[0];
    const bounds = list.slice(1, -1).map((s) => num(s.at, 5));
    return `<< /FunctionType 3 /Domain [0 1] /Functions [${pieces.join(' ')}] /Bounds [${bounds.join(' ')}] /Encode [${pieces.map(() => '0 1').join(' ')}] >>`;
  }

  private shading(gradient: NonNullable<OutlineItem['gradient']>, of: 'colour' | 'opacity'): string {
    const { kind, x0, y0, x1, y1, r, stops } = gradient;
    const values = stops.map((s) => ({
      at: s.at,
      values: of === 'opacity' ? [s.opacity] : contentColour(s.colour),
    }));
    const space = of === 'opacity' ? 'DeviceGray' : 'DeviceRGB';
    return kind === 'linear'
      ? `<< /ShadingType 2 /ColorSpace /${space} /Coords [${[x0, y0, x1, y1].map((v) => num(v)).join(' ')}] /Function ${this.ramp(values)} /Extend [true true] >>`
      : `<< /ShadingType 3 /ColorSpace /${space} /Coords [${[x0, y0, 0, x1, y1, r].map((v) => num(v)).join(' ')}] /Function ${this.ramp(values)} /Extend [true true] >>`;
  }

  /** The paint of what is filled, or of its line: a colour; or a gradient's colours as a pattern, its opacities as a mask. */
  private paint(item: OutlineItem, resources: Resources, toPage: Matrix): string {
    const { gradient } = item;
    if (!gradient) {
      const rgb = contentColour(item.colour).map((v) => num(v, 5));
      return `${rgb.join(' ')} ${item.stroke ? 'RG' : 'rg'}\n`;
    }
    // A pattern's matrix is that of the page, whatever is in force where it is used.
    const matrix = multiply(toPage, multiply(item.matrix, gradient.matrix));
    const pattern = (of: 'colour' | 'opacity', m: Matrix) =>
      this.file.add(
        `<< /Type /Pattern /PatternType 2 /Matrix [${m.map((v) => num(v, 7)).join(' ')}] /Shading ${this.shading(gradient, of)} >>`,
      );
    const ref = pattern('colour', matrix);
    resources.patterns.set(`P${ref.id}`, ref);
    let mask = '';
    if (gradient.stops.some((s) => s.opacity < 1)) {
      const inner = new Resources();
      const grey = pattern('opacity', multiply(item.matrix, gradient.matrix));
      inner.patterns.set(`P${grey.id}`, grey);
      const form = this.form(`/Pattern cs /P${grey.id} scn\n${pathOps(EVERYWHERE)}f\n`, inner, true);
      mask = this.state(resources, `/SMask << /Type /Mask /S /Luminosity /G ${form} >>`);
    }
    return `${mask}/Pattern ${item.stroke ? 'CS' : 'cs'} /P${ref.id} ${item.stroke ? 'SCN' : 'scn'}\n`;
  }

  private outline(item: OutlineItem, resources: Resources, toPage: Matrix): string {
    const { stroke } = item;
    if (item.blur) return this.softFill(item, resources);
    const path = transformPath(item.path, item.matrix);
    if (path.length === 0) return '';
    const out: string[] = ['q\n', this.opacity(resources, item.opacity)];
    for (const clip of item.clips ?? [])
      out.push(pathOps(transformPath(clip.path, item.matrix)), clip.rule === 'evenodd' ? 'W* n\n' : 'W n\n');
    if (stroke?.side === 'outside') out.push(pathOps(path), pathOps(EVERYWHERE), 'W* n\n');
    else if (stroke?.side) out.push(pathOps(path), item.rule === 'evenodd' ? 'W* n\n' : 'W n\n');
    if (!stroke) {
      out.push(this.paint(item, resources, toPage), pathOps(path), item.rule === 'evenodd' ? 'f*\n' : 'f\n');
    } else {
      const own = stroke.space === 'own' && !isIdentity(item.matrix, 0);
      const width = stroke.side ? 2 * stroke.width : stroke.width;
      out.push(
        this.paint(item, resources, toPage),
        `${num(width)} w ${{ mitre: 0, round: 1, bevel: 2 }[stroke.join]} j ${{ butt: 0, round: 1, square: 2 }[stroke.cap]} J ${num(stroke.mitre ?? MITRE)} M\n`,
        stroke.dash ? `[${stroke.dash.map((v) => num(v * stroke.width)).join(' ')}] 0 d\n` : '',
        own ? cm(item.matrix) : '',
        pathOps(own ? item.path : path),
        'S\n',
      );
    }
    out.push('Q\n');
    return out.join('');
  }

  private softFill(item: OutlineItem, resources: Resources): string {
    const path = transformPath(item.path, item.matrix);
    const margin = 3 * (item.blur ?? 0) + 1;
    if (path.length === 0) return '';
    const xs = pathBounds(path);
    const box: Box = {
      left: Math.max(0, Math.floor(xs.left - margin)),
      top: Math.max(0, Math.floor(xs.top - margin)),
      right: Math.min(this.drawing.width, Math.ceil(xs.right + margin)),
      bottom: Math.min(this.drawing.height, Math.ceil(xs.bottom + margin)),
    };
    if (box.right <= box.left || box.bottom <= box.top) return '';
    const picture = this.options.soft(item, box);
    if (!picture) return '';
    const [w, h] = [box.right - box.left, box.bottom - box.top];
    return `q\n${cm([w, 0, 0, -h, box.left, box.bottom])}${this.draw(resources, this.imageObject(picture))}Q\n`;
  }

  /** The operator that lets through what a mask lets through. */
  private mask({ nodes, shows }: Mask, resources: Resources): string {
    const inside = new Resources();
    if (shows === 'covered') {
      const form = this.form(this.nodes(nodes, inside, IDENTITY), inside);
      return this.state(resources, `/SMask << /Type /Mask /S /Alpha /G ${form} >>`);
    }
    // Black on white, since not every reader turns the values of a mask round.
    const shapes = nodes.flatMap((node) => inOneColour(node, '#000000'));
    this.black = true;
    const content = `1 g\n${pathOps(EVERYWHERE)}f\n${this.nodes(shapes, inside, IDENTITY)}`;
    this.black = false;
    return this.state(resources, `/SMask << /Type /Mask /S /Luminosity /G ${this.form(content, inside)} >>`);
  }

  /** `toPage` leads from where the operators stand to the space of patterns. */
  private nodes(nodes: readonly DrawingNode[], resources: Resources, toPage: Matrix): string {
    return nodes
      .filter(isPrinted)
      .map((node) =>
        node.kind === 'image'
          ? this.image(node, resources)
          : node.kind === 'outline'
            ? this.outline(node, resources, toPage)
            : this.group(node, resources, toPage),
      )
      .join('');
  }

  /**
   * What blades follow: hairlines, each cut in a spot colour of its own name (a Separation, ISO 32000-1, 8.6.6.4), which
   * is laid over what is printed and takes nothing away from it (overprint, 8.6.7).
   */
  cuts(resources: Resources): string {
    // A hairline of 0.25 pt, whatever the board's px are.
    const width = num(0.25 / this.page[0]);
    return [...cutPathsOf(this.drawing)]
      .map(([name, path], i) => {
        const spot = name.replace(
          /[^A-Za-z0-9]/g,
          (c) => `#${c.charCodeAt(0).toString(16).padStart(2, '0')}`,
        );
        const shown = i % 2 ? '[1 0.35 0 0]' : '[0 1 0 0]';
        const space = this.file.add(
          `[/Separation /${spot} /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 ${shown} /N 1 >>]`,
        );
        resources.spaces.set(`Cut${i}`, space);
        const state = this.state(resources, '/OP true /op true /OPM 1');
        return `q\n${state}/Cut${i} CS 1 SCN\n${width} w 1 j\n${pathOps(path)}S\nQ\n`;
      })
      .join('');
  }

  group(group: Group, resources: Resources, toPage: Matrix = this.page): string {
    const { opacity, blend = 'normal', clips = [], mask, items } = group;
    if (opacity <= 0) return '';
    const whole =
      blend !== 'normal' ||
      mask !== undefined ||
      (opacity < 1 && (items.length > 1 || items[0]?.kind === 'group'));
    const inside = whole ? new Resources() : resources;
    // In a form, the pattern's page is the form's own space.
    const content = this.nodes(items, inside, whole ? IDENTITY : toPage);
    if (!content) return '';
    const cut = clips
      .map(
        ({ path, rule, matrix }) =>
          pathOps(transformPath(path, matrix)) + (rule === 'evenodd' ? 'W* n\n' : 'W n\n'),
      )
      .join('');
    const state = [
      this.opacity(resources, opacity),
      blend === 'normal' ? '' : this.state(resources, `/BM /${blendName(blend)}`),
      mask ? this.mask(mask, resources) : '',
    ].join('');
    if (!whole) return state || cut ? `q\n${cut}${state}${content}Q\n` : content;
    return `q\n${cut}${state}${this.draw(resources, this.form(content, inside))}Q\n`;
  }
}

/**
 * The drawing as a PDF 1.7 file of one page of its true size (ISO 32000-1): outlines as paths, pictures at
 * full resolution, transparency kept. Blurred fills are pictures of one pixel to a board px.
 */
export function writePdf(drawing: Drawing, options: PdfOptions): Uint8Array {
  const { width, height, dpi } = drawing;
  const scale = 72 / dpi;
  const size = [width * scale, height * scale];
  const page: Matrix = [scale, 0, 0, -scale, 0, size[1]];
  const file = new PdfFile(options.deflate);
  const resources = new Resources();
  const writer = new Writer(file, drawing, options, page);
  const body = inRuns(printed(drawing))
    .map((g) => writer.group(g, resources))
    .join('');
  const cut = writer.cuts(resources);
  const content = file.stream('', new TextEncoder().encode(`${cm(page)}${body}${cut}`));
  return file.finish({ size, resources: resources.text(), content, title: options.title });
}
