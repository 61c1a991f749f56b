import { contrastRatio } from '@brelm/core/colour';
import { freshId, type Design, type Edit, partIds } from '@brelm/core/design';
import { code, letteringLine, lettering, motif, picture, place, shapeOf, codeShape } from '@brelm/core/parts';
import { type Licence } from '@brelm/core/rights';
import { inkOutlines, type SvgArt } from '@brelm/core/svg';
import { mmToPx } from '@brelm/core/units';
import type { BroughtIn, OwnPicture } from '@brelm/contract';
import { store } from '../store';
import { api, reasonOf } from '../store/api';
import { dropNotice, notify } from '../ui';
import { askWhose, type Unsaid } from './ask-whose';
import { stem } from './picture-files';
import type { Editing } from './use-edit';
import { fetchMotif, type FoundMotif } from '../stack/use-motifs';
import { say } from '../words/editor';

const MOST_BYTES = 50 * 1024 * 1024;

function partFor(design: Design, brought: BroughtIn, at: [number, number]): { edits: Edit[]; id: string } {
  return brought.kind === 'picture'
    ? pictureFor(design, brought, at)
    : motifFor(design, stem(brought.name), brought.art, brought.licence ?? { id: 'unknown' }, at);
}

/** A picture that lies on the server. */
type PictureIn = Pick<OwnPicture, 'sha256' | 'name' | 'width' | 'height' | 'licence'>;

function pictureFor(design: Design, brought: PictureIn, at: [number, number]): { edits: Edit[]; id: string } {
  const ids = partIds(design);
  const name = stem(brought.name);
  const { width, height } = design.board;
  const known = design.materials.find((m) => m.sha256 === brought.sha256);
  const material = known ?? {
    id: freshId(
      'picture',
      design.materials.map((m) => m.id),
    ),
    name,
    sha256: brought.sha256,
    width: brought.width,
    height: brought.height,
    licence: brought.licence ?? { id: 'unknown' },
  };
  const id = freshId('picture', ids);
  // Pixel for pixel where it fits; a larger one is made to fit with some room around it.
  const scale = Math.min(1, (width * 0.8) / material.width, (height * 0.8) / material.height);
  return {
    id,
    edits: [
      { op: 'addMaterial', material },
      { op: 'addPart', part: picture(id, place(...at, scale), material) },
    ],
  };
}

/** Art as a motif at half the board's size; its colours become inks. */
function motifFor(
  design: Design,
  name: string,
  { width, height, outlines: found }: SvgArt,
  licence: Licence,
  at: [number, number],
): { edits: Edit[]; id: string } {
  const id = freshId('motif', partIds(design));
  const { outlines, added } = inkOutlines({ outlines: found }, design.inks);
  const scale = Math.min((design.board.width * 0.5) / width, (design.board.height * 0.5) / height);
  const art = { width, height, outlines };
  return {
    id,
    edits: [
      ...added.map((ink): Edit => ({ op: 'addInk', ink })),
      { op: 'addPart', part: motif(id, name, place(...at, scale), art, licence) },
    ],
  };
}

/** Puts a figure of the library in the middle of the board; what has one colour takes the first ink's. */
export async function addMotif(found: FoundMotif, edit: Editing): Promise<void> {
  const working = notify('working', say('fetching', { name: found.name }));
  try {
    const before = store.getState().editor.design;
    const { art, licence } = await fetchMotif(found.id, before?.inks[0]?.value ?? '#20262a');
    // It may have been changed, or closed, while the figure came.
    const { design } = store.getState().editor;
    if (!design) return;
    const middle: [number, number] = [design.board.width / 2, design.board.height / 2];
    const { edits, id } = motifFor(design, found.name, art, licence, middle);
    edit.make(say('add', { name: found.name }), edits, { select: [id] });
    if (art.left.length)
      notify('fault', say('isInWithThisDifference', { name: found.name, left: art.left.join(' ') }));
  } catch (error) {
    notify('fault', (error as Error).message);
  } finally {
    dropNotice(working);
  }
}

/** Puts another figure of the library in a motif's place: as large, about the same middle, dressed alike. */
export async function replaceMotif(found: FoundMotif, id: string, edit: Editing): Promise<void> {
  const working = notify('working', say('fetching', { name: found.name }));
  try {
    const before = store.getState().editor.design;
    const { art, licence } = await fetchMotif(found.id, before?.inks[0]?.value ?? '#20262a');
    const { design } = store.getState().editor;
    const old = design?.parts.find((p) => p.id === id);
    if (!design || old?.kind !== 'motif') return;
    const { outlines, added } = inkOutlines({ outlines: art.outlines }, design.inks);
    const k = Math.min(old.width / art.width, old.height / art.height);
    const { scaleX, scaleY } = old.place;
    edit.make(say('anotherFigure'), [
      ...added.map((ink): Edit => ({ op: 'addInk', ink })),
      {
        op: 'updatePart',
        part: id,
        change: {
          name: found.name,
          width: art.width,
          height: art.height,
          outlines,
          licence,
          place: { ...old.place, scaleX: scaleX * k, scaleY: scaleY * k },
        },
      },
    ]);
  } catch (error) {
    notify('fault', (error as Error).message);
  } finally {
    dropNotice(working);
  }
}

/** Brings an SVG in as a picture with pixels for all of the board, instead of a motif that was made of it. */
async function bringInAsPicture(file: File, edit: Editing, instead?: string): Promise<void> {
  const working = notify('working', say('painting', { name: file.name }));
  try {
    const { board } = store.getState().editor.design!;
    const longSide = Math.min(10_000, Math.max(board.width, board.height));
    const brought = await store
      .dispatch(api.endpoints.bringInAsPicture.initiate({ file, longSide }))
      .unwrap();
    const { design } = store.getState().editor;
    if (!design) return;
    const old = design.parts.find((p) => p.id === instead);
    const at: [number, number] = old
      ? [old.place.x, old.place.y]
      : [design.board.width / 2, design.board.height / 2];
    const { edits, id } = partFor(design, brought, at);
    const gone: Edit[] = old ? [{ op: 'removeParts', parts: [old.id] }] : [];
    edit.make(say('bringInAsAPicture', { name: file.name }), [...gone, ...edits], { select: [id] });
  } catch (error) {
    notify('fault', reasonOf(error));
  } finally {
    dropNotice(working);
  }
}

/** Brings files in one after another and puts each on the board; what fails is said, the rest goes on. */
export async function bringIn(files: readonly File[], edit: Editing, at?: [number, number]): Promise<void> {
  const unsaid: Unsaid[] = [];
  for (const file of files) {
    if (file.size > MOST_BYTES) {
      notify('fault', say('hasMbAtMost50', { name: file.name, file: Math.round(file.size / 1e6) }));
      continue;
    }
    const working = notify('working', say('bringingIn', { name: file.name }));
    try {
      const brought = await store.dispatch(api.endpoints.bringIn.initiate(file)).unwrap();
      const { design } = store.getState().editor;
      if (!design) return;
      const { edits, id } = partFor(design, brought, at ?? [design.board.width / 2, design.board.height / 2]);
      edit.make(say('bringIn', { name: file.name }), edits, { select: [id] });
      if (!brought.licence) unsaid.push({ title: stem(brought.name), sha256: brought.sha256, part: id });
      const left = brought.kind === 'motif' ? brought.art.left : [];
      if (left.length)
        notify('fault', say('isInWithThisDifference', { name: file.name, left: left.join(' ') }), {
          label: say('takeItAsAPicture'),
          run: () => void bringInAsPicture(file, edit, id),
        });
    } catch (error) {
      const isSvg = /\.svg$/i.test(file.name) || file.type === 'image/svg+xml';
      notify(
        'fault',
        reasonOf(error),
        isSvg ? { label: say('bringItInAsA'), run: () => void bringInAsPicture(file, edit) } : undefined,
      );
    } finally {
      dropNotice(working);
    }
  }
  askWhose(unsaid, edit);
}

/** Puts a picture that was brought in before in the middle of the board. */
export function addPicture(design: Design, edit: Editing, picture: PictureIn): void {
  const { edits, id } = pictureFor(design, picture, [design.board.width / 2, design.board.height / 2]);
  edit.make(say('add', { name: picture.name }), edits, { select: [id] });
}

/** Puts a figure that was drawn to order in the middle of the board: a motif of its outlines, or a picture. */
export function addTaken(taken: BroughtIn & { licence: Licence }, words: string, edit: Editing): void {
  const { design } = store.getState().editor;
  if (!design) return;
  const middle: [number, number] = [design.board.width / 2, design.board.height / 2];
  const { edits, id } =
    taken.kind === 'picture'
      ? pictureFor(design, taken, middle)
      : motifFor(design, words, taken.art, taken.licence, middle);
  edit.make(say('add2', { words }), edits, { select: [id] });
}

/** Puts new lettering in the middle of the board, in the ink and typeface that were used last. */
export function addLettering(design: Design, edit: Editing, text: string, face: string): void {
  const { width, height } = design.board;
  const last = design.parts.find((p) => p.kind === 'lettering');
  const ink = last?.lines[0]?.ink ?? design.inks[0]?.id ?? 'ink-1';
  const edits: Edit[] = design.inks.length
    ? []
    : [{ op: 'addInk', ink: { id: ink, name: say('ink'), value: '#f2ead8' } }];
  const id = freshId('lettering', partIds(design));
  const lines = text.split('\n').filter((l) => l.trim());
  const longest = Math.max(4, ...lines.map((l) => l.length));
  // A letter is about 0.6 em wide: the longest line shall take three quarters of the board.
  const size = Math.round(Math.min(height * 0.25, (width * 0.75) / (longest * 0.6)));
  const part = lettering(
    id,
    '',
    place(Math.round(width / 2), Math.round(height / 2)),
    (lines.length ? lines : [say('newWords')]).map((l) => letteringLine(l, face, size, ink)),
  );
  edit.make(say('addLettering'), [...edits, { op: 'addPart', part }], { select: [id] });
}

/** Puts a QR code in the middle of the board, dark on a pale ground of its own. */
export function addCode(design: Design, edit: Editing, text: string): void {
  const { width, height, dpi } = design.board;
  const taken = design.inks.map((i) => i.id);
  const dark = design.inks.find((i) => contrastRatio(i.value, '#ffffff') >= 7);
  const pale = design.inks.find((i) => contrastRatio(i.value, '#000000') >= 14);
  const edits: Edit[] = [];
  const inkFor = (found: { id: string } | undefined, name: string, value: string): string => {
    if (found) return found.id;
    const id = freshId('ink', taken);
    taken.push(id);
    edits.push({ op: 'addInk', ink: { id, name, value } });
    return id;
  };
  const ink = inkFor(dark, say('code'), '#20262a');
  const ground = inkFor(pale, say('codeGround'), '#fffdf9');
  const id = freshId('code', partIds(design));
  const modules = (codeShape(text, 'M')?.modules ?? 25) + 8;
  // A quarter of the board, and never under half a millimetre a module.
  const scale = Math.max(mmToPx(0.5, dpi), Math.min(width, height) / 4 / modules);
  const part = code(id, place(Math.round(width / 2), Math.round(height / 2), scale), text, ink, ground);
  edit.make(say('addACode'), [...edits, { op: 'addPart', part }], { select: [id] });
}

/** Puts a shape in the middle of the board, about a third of it large. */
export function addShape(design: Design, edit: Editing, form: string): void {
  const { width, height } = design.board;
  const ink = design.inks[0]?.id ?? 'ink-1';
  const edits: Edit[] = design.inks.length
    ? []
    : [{ op: 'addInk', ink: { id: ink, name: say('ink'), value: '#f2ead8' } }];
  const id = freshId('shape', partIds(design));
  const size = Math.round(Math.min(width, height) / 3);
  const part = shapeOf(id, place(Math.round(width / 2), Math.round(height / 2)), form, size, ink);
  edit.make(say('addAShape'), [...edits, { op: 'addPart', part }], { select: [id] });
}
