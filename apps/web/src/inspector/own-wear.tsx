import type { Wear } from '@brelm/core/wear';
import { FileButton, notify, SelectField, useLatest } from '../ui';
import { greyOf } from './grey-of';

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
      (picture) => set({ picture }, 'Picture of wear'),
      () => notify('fault', `“${file.name}” cannot be read as a picture: choose a PNG, JPEG or WebP.`),
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
        {picture ? 'Another picture…' : 'Choose a picture…'}
      </FileButton>
      <SelectField
        label="Ink goes where it is"
        value={wear.light ? 'light' : 'dark'}
        onChange={(e) => onSet({ light: e.target.value === 'light' }, 'What of the picture takes ink')}
      >
        <option value="dark">dark</option>
        <option value="light">light</option>
      </SelectField>
      <p className="col-span-2 text-[12px] text-muted">
        {picture
          ? `${picture.width} × ${picture.height} greys, kept with the design`
          : 'Until there is one, ink goes as in a fine grain.'}
      </p>
    </div>
  );
}
