import {
  freshId,
  letteringLine,
  lettering,
  motif,
  picture,
  place,
  type Design,
  type Edit,
} from '@brelm/core/design';
import { inkOutlines } from '@brelm/core/svg';
import { store } from '../store';
import { api, reasonOf, type BroughtIn } from '../store/api';
import { dropNotice, notify } from '../ui';
import type { Editing } from './use-edit';

const stem = (file: string) => file.replace(/\.[^.]+$/, '') || file;
const MOST_BYTES = 50 * 1024 * 1024;

function partFor(design: Design, brought: BroughtIn, at: [number, number]): { edits: Edit[]; id: string } {
  const ids = design.parts.map((p) => p.id);
  const name = stem(brought.name);
  const { width, height } = design.board;
  if (brought.kind === 'picture') {
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
      licence: { id: 'unknown' },
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
  const id = freshId('motif', ids);
  const { outlines, added } = inkOutlines(brought.art, design.inks);
  const scale = Math.min((width * 0.5) / brought.art.width, (height * 0.5) / brought.art.height);
  const art = { width: brought.art.width, height: brought.art.height, outlines };
  return {
    id,
    edits: [
      ...added.map((ink): Edit => ({ op: 'addInk', ink })),
      { op: 'addPart', part: motif(id, name, place(...at, scale), art, { id: 'unknown' }) },
    ],
  };
}

/** Brings files in one after another and puts each on the board; what fails is said, the rest goes on. */
export async function bringIn(files: readonly File[], edit: Editing, at?: [number, number]): Promise<void> {
  for (const file of files) {
    if (file.size > MOST_BYTES) {
      notify(
        'fault',
        `${file.name} has ${Math.round(file.size / 1e6)} MB: at most 50 MB can be brought in. Save it smaller.`,
      );
      continue;
    }
    const working = notify('working', `Bringing in ${file.name}…`);
    try {
      const brought = await store.dispatch(api.endpoints.bringIn.initiate(file)).unwrap();
      const { design } = store.getState().editor;
      if (!design) return;
      const { edits, id } = partFor(design, brought, at ?? [design.board.width / 2, design.board.height / 2]);
      edit.make(`Bring in ${file.name}`, edits, { select: [id] });
      const left = brought.kind === 'motif' ? brought.art.left : [];
      if (left.length) notify('fault', `${file.name} is in, with this difference: ${left.join(' ')}`);
    } catch (error) {
      notify('fault', reasonOf(error));
    } finally {
      dropNotice(working);
    }
  }
}

/** Puts new lettering in the middle of the board, in the ink and typeface that were used last. */
export function addLettering(design: Design, edit: Editing, text: string, face: string): void {
  const { width, height } = design.board;
  const last = design.parts.find((p) => p.kind === 'lettering');
  const ink = last?.lines[0]?.ink ?? design.inks[0]?.id ?? 'ink-1';
  const edits: Edit[] = design.inks.length
    ? []
    : [{ op: 'addInk', ink: { id: ink, name: 'Ink', value: '#f2ead8' } }];
  const id = freshId(
    'lettering',
    design.parts.map((p) => p.id),
  );
  const lines = text.split('\n').filter((l) => l.trim());
  const longest = Math.max(4, ...lines.map((l) => l.length));
  // A letter is about 0.6 em wide: the longest line shall take three quarters of the board.
  const size = Math.round(Math.min(height * 0.25, (width * 0.75) / (longest * 0.6)));
  const part = lettering(
    id,
    '',
    place(Math.round(width / 2), Math.round(height / 2)),
    (lines.length ? lines : ['New words']).map((l) => letteringLine(l, face, size, ink)),
  );
  edit.make('Add lettering', [...edits, { op: 'addPart', part }], { select: [id] });
}
