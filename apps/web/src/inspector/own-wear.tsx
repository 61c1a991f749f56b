import { MOST_GREY, type Wear, type WearGrey } from '@brelm/core/wear';
import { FileButton, notify, SelectField } from '../ui';

/** A picture in greys, as large as wear keeps one. Throws where the browser cannot read it. */
async function greyOf(file: Blob): Promise<WearGrey> {
  const image = await createImageBitmap(file);
  const k = Math.min(1, MOST_GREY / Math.max(image.width, image.height));
  const [width, height] = [image.width, image.height].map((v) => Math.max(1, Math.round(v * k)));
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  // What is see-through is as light as paper.
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.drawImage(image, 0, 0, width, height);
  image.close();
  const { data } = context.getImageData(0, 0, width, height);
  let text = '';
  for (let i = 0; i < data.length; i += 4)
    text += String.fromCharCode(Math.round(0.2126 * data[i] + 0.7152 * data[i + 1] + 0.0722 * data[i + 2]));
  return { width, height, data: btoa(text) };
}

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
  const take = (file: File) =>
    greyOf(file).then(
      (picture) => onSet({ picture }, 'Picture of wear'),
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
