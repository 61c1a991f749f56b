import type { Wear } from '@brelm/core/wear';
import { FileButton, notify, SelectField, useLatest } from '../ui';
import { greyOf } from './grey-of';
import { say } from '../words/inspector';

/** The seller's own picture of wear: which, and what of it takes ink away. */
export function OwnWear({
  wear,
  name,
  onSet,
}: {
  wear: Wear;
  name: string;
  onSet: (change: Partial<Wear>, label: string) => void;
}) {
  const set = useLatest(onSet);
  const take = (file: File) =>
    greyOf(file).then(
      (picture) => set({ picture }, say('pictureOfWear')),
      () => notify('fault', say('cannotBeReadAsA', { name: file.name })),
    );
  const { picture } = wear;
  return (
    <div className="mt-1 grid grid-cols-2 items-end gap-1.5">
      <FileButton
        className="!h-7 !px-2"
        testId={`picture of ${name}`}
        accept="image/png,image/jpeg,image/webp"
        onFiles={([file]) => void take(file)}
      >
        {picture ? say('anotherPicture') : say('chooseAPicture')}
      </FileButton>
      <SelectField
        label={say('inkGoesWhereItIs')}
        value={wear.light ? 'light' : 'dark'}
        onChange={(e) => onSet({ light: e.target.value === 'light' }, say('whatOfThePictureTakes'))}
      >
        <option value="dark">{say('dark')}</option>
        <option value="light">{say('light')}</option>
      </SelectField>
      <p className="col-span-2 text-[12px] text-muted">
        {picture
          ? say('greysKeptWithTheDesign', { width: picture.width, height: picture.height })
          : say('untilThereIsOneInk')}
      </p>
    </div>
  );
}
