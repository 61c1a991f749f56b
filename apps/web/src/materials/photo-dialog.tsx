import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { correctByReference, meanColour, REFERENCES, rgbToHex, type Rgb } from '@brelm/core/colour';
import { Button, Modal, SelectField, Swatch } from '../ui';
import { say } from '../words/materials';

/** Long side at which the photograph is shown and read, px. */
const SHOWN = 640;
/** Half the side of the square whose mean is taken, px. */
const REACH = 6;

interface Spot {
  x: number;
  y: number;
  colour: Rgb;
}

/** Takes a garment's colour from a photograph, corrected by something white or grey in the same light. */
export function PhotoDialog({
  onClose,
  onColour,
}: {
  onClose: () => void;
  onColour: (value: string) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [image, setImage] = useState<ImageBitmap | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [kind, setKind] = useState<keyof typeof REFERENCES | 'none'>('white');
  const [step, setStep] = useState<'reference' | 'garment'>('reference');
  const [reference, setReference] = useState<Spot | null>(null);
  const [garment, setGarment] = useState<Spot | null>(null);
  const [cursor, setCursor] = useState<{ x: number; y: number } | null>(null);

  useEffect(() => {
    const element = canvas.current;
    if (!element || !image) return;
    const scale = Math.min(1, SHOWN / Math.max(image.width, image.height));
    element.width = Math.max(1, Math.round(image.width * scale));
    element.height = Math.max(1, Math.round(image.height * scale));
    element
      .getContext('2d', { willReadFrequently: true })!
      .drawImage(image, 0, 0, element.width, element.height);
  }, [image]);

  const open = async (file: File) => {
    setFault(null);
    try {
      setImage(await createImageBitmap(file, { imageOrientation: 'from-image' }));
      setReference(null);
      setGarment(null);
      setStep(kind === 'none' ? 'garment' : 'reference');
    } catch {
      setFault(say('cannotBeReadAsA', { name: file.name }));
    }
  };

  const take = (x: number, y: number) => {
    const element = canvas.current!;
    const left = Math.max(0, Math.round(x) - REACH);
    const top = Math.max(0, Math.round(y) - REACH);
    const { data } = element
      .getContext('2d', { willReadFrequently: true })!
      .getImageData(left, top, 2 * REACH + 1, 2 * REACH + 1);
    const spot = { x, y, colour: meanColour(data) };
    if (step === 'reference' && kind !== 'none') {
      setReference(spot);
      setStep('garment');
    } else setGarment(spot);
  };
  const at = (e: PointerEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    return [
      ((e.clientX - box.left) / box.width) * canvas.current!.width,
      ((e.clientY - box.top) / box.height) * canvas.current!.height,
    ] as const;
  };
  const key = (e: KeyboardEvent) => {
    const element = canvas.current!;
    const now = cursor ?? { x: element.width / 2, y: element.height / 2 };
    const by = e.shiftKey ? 20 : 4;
    const move: Record<string, [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    };
    if (e.key in move) {
      e.preventDefault();
      const [dx, dy] = move[e.key];
      setCursor({
        x: Math.max(0, Math.min(element.width - 1, now.x + dx)),
        y: Math.max(0, Math.min(element.height - 1, now.y + dy)),
      });
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      take(now.x, now.y);
    }
  };

  let value: string | null = null;
  let wrong: string | null = null;
  if (garment) {
    try {
      value =
        kind === 'none' || !reference
          ? rgbToHex(garment.colour)
          : correctByReference(garment.colour, reference.colour, REFERENCES[kind]);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const mark = (spot: { x: number; y: number }, name: string) => (
    <span
      className="pointer-events-none absolute -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white outline-2 outline-ink"
      style={{
        left: `${(spot.x / canvas.current!.width) * 100}%`,
        top: `${(spot.y / canvas.current!.height) * 100}%`,
        width: 16,
        height: 16,
      }}
      title={name}
    />
  );

  return (
    <Modal open onClose={onClose} title={say('aColourFromAPhotograph')} wide>
      <div className="flex flex-wrap items-end gap-3">
        <label className="block">
          <span className="block text-[13px] text-muted">{say('photographOfTheBlank')}</span>
          <input
            type="file"
            accept="image/png,image/jpeg,image/webp"
            data-testid="garment-photo"
            className="text-[13px]"
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) void open(file);
            }}
          />
        </label>
        <SelectField
          label={say('inTheSameLightThere')}
          className="!h-8 !w-auto"
          value={kind}
          onChange={(e) => {
            const next = e.target.value as typeof kind;
            setKind(next);
            setStep(next === 'none' || reference ? 'garment' : 'reference');
          }}
        >
          <option value="white">{say('whitePaper')}</option>
          <option value="grey">{say('aGreyCard18')}</option>
          <option value="none">{say('nothingTakeItAsIt')}</option>
        </SelectField>
      </div>
      {fault && (
        <p role="alert" className="mt-3 text-[13px] text-rust">
          {fault}
        </p>
      )}
      {image && (
        <>
          <p className="mt-3 text-[13px]" aria-live="polite">
            {step === 'reference'
              ? say('pressOnTheGreyCard', { isGrey: kind === 'grey' })
              : say('pressOnTheGarmentWhere')}{' '}
            {reference && kind !== 'none' && (
              <button
                type="button"
                className="text-spruce hover:underline"
                onClick={() => setStep('reference')}
              >
                {say('takeTheReferenceAgain')}
              </button>
            )}
          </p>
          <div className="relative mt-2 inline-block">
            <canvas
              ref={canvas}
              role="application"
              tabIndex={0}
              aria-label={say('thePhotographArrowsMoveThe')}
              className="block max-h-[46vh] max-w-full cursor-crosshair rounded-md border border-line"
              onPointerDown={(e) => take(...at(e))}
              onKeyDown={key}
            />
            {reference && kind !== 'none' && canvas.current && mark(reference, 'reference')}
            {garment && canvas.current && mark(garment, 'garment')}
            {cursor && canvas.current && mark(cursor, 'mark')}
          </div>
        </>
      )}
      <div className="mt-4 flex items-center justify-end gap-3">
        {wrong && (
          <p role="alert" className="text-[13px] text-rust">
            {wrong}
          </p>
        )}
        {value && (
          <p className="flex items-center gap-2 text-[13px]" data-testid="photo-colour">
            <Swatch value={value} className="!h-6 !w-6" /> {value}
          </p>
        )}
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" disabled={!value} onClick={() => value && onColour(value)}>
          {say('useThisColour')}
        </Button>
      </div>
    </Modal>
  );
}
