import type { DesignEntry } from '@brelm/contract';
import { saveFile } from '../platform/save-file';
import {
  reasonOf,
  useArchiveDesignMutation,
  useBringInDesignsMutation,
  useDeleteDesignMutation,
} from '../store/api';
import { dropNotice, notify } from '../ui';
import { readAt } from '../platform/asked-again';
import { say } from '../words/shelf';

/** A design as far as it is acted on. */
export type Chosen = Pick<DesignEntry, 'id' | 'name'>;

/** `“Owls”`, or `3 designs`. */
export const designsText = (list: readonly { name: string }[]): string =>
  list.length === 1 ? `“${list[0].name || say('untitled')}”` : say('designs2', { list: list.length });

/** Gives designs out as a file: the browser keeps it like any other download, and says where it fails. */
export async function giveOut(list: readonly Chosen[]): Promise<void> {
  const working = notify('working', say('givingOut', { list: designsText(list) }));
  try {
    const response = await readAt(`design-files?ids=${list.map((d) => d.id).join(',')}`);
    if (!response.ok) throw Object.assign(new Error(), { data: await response.json() });
    const name = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1];
    saveFile(await response.blob(), name ?? 'designs.brelm.zip');
  } catch (error) {
    notify('fault', `${designsText(list)}: ${reasonOf(error)}`);
  } finally {
    dropNotice(working);
  }
}

/** What can be done with designs on the shelf. Each answers once it is done, or told why not. */
export function useShelfActions() {
  const [archive] = useArchiveDesignMutation();
  const [remove] = useDeleteDesignMutation();
  const [take] = useBringInDesignsMutation();

  /** Moves designs; those that stay where they are, and why, are told. Returns the ones that moved. */
  const move = async (list: readonly Chosen[], archived: boolean): Promise<Chosen[]> => {
    const moved: Chosen[] = [];
    for (const design of list)
      await archive({ id: design.id, archived })
        .unwrap()
        .then(
          () => void moved.push(design),
          (error: unknown) =>
            void notify('fault', say('stays', { value: designsText([design]), reason: reasonOf(error) })),
        );
    return moved;
  };

  const moveAndTell = async (list: readonly Chosen[], archived: boolean): Promise<Chosen[]> => {
    const moved = await move(list, archived);
    if (moved.length)
      notify(
        'done',
        `${designsText(moved)} ${moved.length === 1 ? 'is' : 'are'} ${archived ? say('inTheArchive') : say('backOnTheShelf')}.`,
        { label: say('undo'), run: () => void move(moved, !archived) },
      );
    return moved;
  };

  const deleteForGood = async (list: readonly Chosen[]): Promise<Chosen[]> => {
    const gone: Chosen[] = [];
    for (const design of list)
      await remove(design.id)
        .unwrap()
        .then(
          () => void gone.push(design),
          (error: unknown) =>
            void notify('fault', say('stays', { value: designsText([design]), reason: reasonOf(error) })),
        );
    if (gone.length) notify('done', say('isDeleted', { gone: designsText(gone), gone2: gone.length }));
    return gone;
  };

  const bringIn = async (files: readonly File[]): Promise<void> => {
    for (const file of files) {
      const working = notify('working', say('bringingIn', { name: file.name }));
      try {
        const { made, refused } = await take(file).unwrap();
        if (made.length) notify('done', say('isOnTheShelf', { made: designsText(made), made2: made.length }));
        for (const { name, missing } of made)
          if (missing.length)
            notify('fault', say('lacksBringThatInToo', { name, missing: missing.join(', ') }));
        for (const r of refused) notify('fault', `${file.name}, ${r.file}: ${r.message}`);
      } catch (error) {
        notify('fault', `${file.name}: ${reasonOf(error)}`);
      } finally {
        dropNotice(working);
      }
    }
  };

  return { move: moveAndTell, deleteForGood, bringIn };
}
