import type { PicturePart } from '@brelm/core/parts';
import { readAt } from '../../platform/asked-again';
import { FileButton, notify, SelectField, useLatest } from '../../ui';
import { greyOf } from '../grey-of';
import type { OwnProps } from './own-props';
import { say } from '../../words/picture';

/** Long side of the copy of a picture of the design that its greys are taken from, px: that which the board has, too. */
const COPY = 1600;

/** A surface of the seller's own: from a file, or of another picture of the design. */
export function SurfaceSettings({ step, part, design, onSet }: OwnProps<'surface'>) {
  const set = useLatest(onSet);
  if (step.surface !== 'own') return null;
  const others = design.parts.filter((p): p is PicturePart => p.kind === 'picture' && p.id !== part.id);
  const take = (name: string, from: () => Promise<Blob>) =>
    void from()
      .then(greyOf)
      .then(
        (own) => set({ own }, say('surface')),
        () => notify('fault', say('cannotBeReadAsA', { name })),
      );
  const ofDesign = (id: string) => {
    const other = others.find((p) => p.id === id);
    const found = design.materials.find((m) => m.id === other?.material);
    if (!other || !found?.sha256) return;
    take(other.name || found.name, async () => {
      const answer = await readAt(`materials/${found.sha256}/preview?size=${COPY}`);
      if (!answer.ok) throw new Error(`picture: ${answer.status}`);
      return answer.blob();
    });
  };
  const { own } = step;
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 items-end gap-1.5">
        <FileButton
          className="!h-7 !px-2"
          testId="picture of the surface"
          accept="image/png,image/jpeg,image/webp"
          onFiles={([file]) => take(file.name, () => Promise.resolve(file))}
        >
          {own ? say('anotherPicture') : say('chooseAPicture')}
        </FileButton>
        {others.length > 0 && (
          <SelectField label={say('orOfThisDesign')} value="" onChange={(e) => ofDesign(e.target.value)}>
            <option value="">{say('choose')}</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </SelectField>
        )}
      </div>
      <p className="text-[12px] text-muted">
        {own
          ? say('greysKeptWithTheDesign', { width: own.width, height: own.height })
          : say('untilThereIsOneNothing')}
      </p>
    </div>
  );
}
