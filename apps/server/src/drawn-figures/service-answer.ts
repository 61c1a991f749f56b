import type { FigureService } from '@brelm/contract';
import { list as anyList, record, refuse, text as anyText } from '../http/outside-answer';

/** One of its drawings. */
export interface ServiceDrawing {
  seed: number;
  png: Buffer;
  svg: string | null;
  undone: string[];
  licences: { id: string; source: string; of: string[] }[];
}

/** More drawings, or longer lists and texts, than anybody looks at. */
const MOST = { drawings: 8, list: 60, text: 300, svg: 5_000_000, png: 20_000_000 } as const;

const text = (v: unknown, what: string, most: number = MOST.text): string => anyText(v, what, most);
const list = (v: unknown, what: string): unknown[] => anyList(v, what, MOST.list);
const given = (v: unknown): unknown[] => (v === undefined || v === null ? [] : list(v, 'a list is too long'));

/** Reads what a service says of itself; throws a SilentError that says what is wrong with it. */
export function readAbout(v: unknown): FigureService {
  const about = record(v, 'it does not say who it is');
  return {
    name: text(about.name, 'name', 80) || refuse('name'),
    simulated: about.simulated === true,
    styles: list(about.styles, 'styles').map((s) => {
      const style = record(s, 'a style');
      return {
        id: text(style.id, 'a style’s id', 40) || refuse('a style’s id'),
        name: text(style.name, 'a style’s name', 80),
        about: text(style.about ?? '', 'a style’s about'),
      };
    }),
  };
}

/** Reads its drawings; throws a SilentError that says what is wrong with them. Their bytes are not looked at here. */
export function readDrawings(v: unknown): ServiceDrawing[] {
  const drawings = list(record(v, 'it has no drawings').drawings, 'drawings');
  if (drawings.length < 1 || drawings.length > MOST.drawings) refuse(`it has ${drawings.length} drawings`);
  return drawings.map((d, i) => {
    const drawing = record(d, `drawing ${i + 1}`);
    const png = Buffer.from(text(drawing.png, `the picture of drawing ${i + 1}`, MOST.png), 'base64');
    return {
      seed: Number.isSafeInteger(drawing.seed) ? Math.abs(drawing.seed as number) % 2 ** 31 : i,
      png: png.length ? png : refuse(`the picture of drawing ${i + 1}`),
      svg: drawing.svg === null || drawing.svg === undefined ? null : text(drawing.svg, 'outlines', MOST.svg),
      undone: given(drawing.undone).map((t) => text(t, 'undone')),
      licences: given(drawing.licences).map((l) => {
        const licence = record(l, 'a licence');
        return {
          id: text(licence.id, 'a licence’s id', 80),
          source: text(licence.source ?? '', 'a licence’s source'),
          of: given(licence.of).map((t) => text(t, 'what a licence is of')),
        };
      }),
    };
  });
}
