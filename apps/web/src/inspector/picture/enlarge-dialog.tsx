import { Radio, RadioGroup } from '@headlessui/react';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { type Design, type Material } from '@brelm/core/design';
import { timesEnlarged, type PicturePart } from '@brelm/core/parts';
import { pictureDpi, wholeDpi } from '@brelm/core/proof';
import { treatmentFor, type Enlarge } from '@brelm/core/steps';
import { Button, Modal } from '../../ui';
import { pictureDetail, treatSmall } from '../../workers/picture-client';
import { treatmentOf } from './treatment-of';
import { say } from '../../words/picture';

type Enlarged = PicturePart['enlarged'];
const CHOICES: readonly { by: Enlarge; value: Enlarged; label: string }[] = [
  { by: 1, value: undefined, label: say('asItIs') },
  { by: 2, value: 'twice', label: say('n2Times') },
  { by: 4, value: 'fourfold', label: say('n4Times') },
];
/** Side of the two views, CSS px, and px of the picture that they show. */
const VIEW = 256;
const SHOWN = 64;
/** Side of the small picture in which their place is chosen, CSS px. */
const OVERVIEW = 150;

/** Has a picture printed enlarged along its edges, seen beside what it is without. */
export function EnlargeDialog({
  part,
  design,
  material,
  onDone,
  onClose,
}: {
  part: PicturePart;
  design: Design;
  material: Material;
  onDone: (enlarged: Enlarged) => void;
  onClose: () => void;
}) {
  const [enlarged, setEnlarged] = useState<Enlarged>(part.enlarged ?? 'twice');
  const { width, height } = material;
  const [place, setPlace] = useState({ x: width / 2, y: height / 2 });
  const times = timesEnlarged({ enlarged });
  const dpi = pictureDpi(part.place.scaleX, part.place.scaleY, design.board.dpi);
  const [plain, large] = useMemo(() => {
    const treatment = (enlarge: Enlarge) =>
      treatmentOf(part, part.steps, design, design.colourways[0].id, { enlarge });
    return [treatment(1), treatment(times === 1 ? 2 : times)];
  }, [design, part, times]);
  const held = (v: number, most: number) => Math.min(Math.max(0, most - SHOWN), Math.max(0, v));
  const left = Math.round(held(place.x - SHOWN / 2, width));
  const top = Math.round(held(place.y - SHOWN / 2, height));
  return (
    <Modal open title={say('enlargeThePicture')} wide onClose={onClose}>
      <div className="flex flex-wrap gap-5">
        <Views
          sha256={material.sha256 ?? ''}
          width={width}
          treatment={large}
          at={{ left, top, side: SHOWN }}
          asked={times}
        />
        <div className="min-w-40 flex-1">
          <RadioGroup
            value={times}
            onChange={(by: Enlarge) => setEnlarged(CHOICES.find((c) => c.by === by)!.value)}
            aria-label={say('howMuchLarger')}
            className="flex flex-wrap gap-1.5"
          >
            {CHOICES.map(({ by, label }) => (
              <Radio
                key={by}
                value={by}
                className="cursor-pointer rounded-md border border-line px-2.5 py-1.5 text-[13px] data-checked:border-spruce data-checked:bg-paper data-checked:font-medium"
              >
                {label}
              </Radio>
            ))}
          </RadioGroup>
          <p className="mt-3 text-[13px]">
            {say('dpiOfItsOwn', { dpi: wholeDpi(dpi) })}
            {times > 1 && (
              <>
                {say.rich('dpiAsItIsEnlarged', {
                  dpi: wholeDpi(dpi * times),
                  b: (words) => <strong>{words}</strong>,
                })}
              </>
            )}
            .
          </p>
          <p className="mt-1 text-[12.5px] text-muted">{say('itsEdgesAreMadeAs')}</p>
          <Overview
            material={material}
            treatment={plain}
            at={{ left, top }}
            onAt={(x, y) => setPlace({ x, y })}
          />
        </div>
      </div>
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" onClick={() => onDone(enlarged)}>
          {times > 1 ? say('printItTimesAsFine', { times }) : say('printItAsItIs')}
        </Button>
      </div>
    </Modal>
  );
}

type Given = ReturnType<typeof treatmentFor>;

/** The same part of a picture as it is, stretched, and as it is enlarged. */
function Views({
  sha256,
  width,
  treatment,
  at: { left, top, side },
  asked,
}: {
  sha256: string;
  width: number;
  treatment: Given;
  at: { left: number; top: number; side: number };
  asked: Enlarge;
}) {
  const [shown, setShown] = useState<{ plain: ImageBitmap; large: ImageBitmap } | null | 'fault' | 'coming'>(
    'coming',
  );
  useEffect(() => {
    let current = true;
    pictureDetail(sha256, treatment!, width, { left, top, side }).then(
      (detail) => current && setShown(detail),
      () => current && setShown('fault'),
    );
    return () => {
      current = false;
    };
  }, [sha256, treatment, width, left, top, side]);
  if (shown === null) return <p className="w-72 text-muted">{say('thisPictureHasSoMany')}</p>;
  if (shown === 'fault') return <p role="alert">{say('thePictureCannotBeShownThe')}</p>;
  return (
    <div className="flex flex-wrap gap-3">
      <View label={say('asItIs')} bitmap={shown === 'coming' ? null : shown.plain} />
      <View
        label={asked > 1 ? say('enlargedTimes', { asked }) : say('enlarged2Times')}
        bitmap={shown === 'coming' ? null : shown.large}
      />
    </div>
  );
}

function View({ label, bitmap }: { label: string; bitmap: ImageBitmap | null }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !bitmap) return;
    const size = Math.round(VIEW * window.devicePixelRatio);
    context.canvas.width = context.canvas.height = size;
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, size, size);
  }, [bitmap]);
  return (
    <figure className="relative">
      {!bitmap && <p className="absolute inset-x-0 top-28 text-center text-card">{say('enlarging')}</p>}
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        aria-busy={!bitmap}
        className="bg-surround rounded-md border border-line"
        style={{ width: VIEW, height: VIEW }}
      />
      <figcaption className="mt-1 text-[12.5px] text-muted">{label}</figcaption>
    </figure>
  );
}

/** The whole picture in small: where it is pressed, or the arrow keys lead, is what the views show. */
function Overview({
  material: { sha256, width, height },
  treatment,
  at: { left, top },
  onAt,
}: {
  material: Material;
  treatment: Given;
  at: { left: number; top: number };
  onAt: (x: number, y: number) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const k = OVERVIEW / Math.max(width, height);
  useEffect(() => {
    let current = true;
    treatSmall(sha256 ?? '', treatment, width).then(
      (bitmap) => {
        const context = canvas.current?.getContext('2d');
        if (!current || !context) return;
        context.canvas.width = bitmap.width;
        context.canvas.height = bitmap.height;
        context.drawImage(bitmap, 0, 0);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [sha256, treatment, width]);
  const press = (e: PointerEvent<HTMLElement>) => {
    if (e.type === 'pointermove' && e.buttons === 0) return;
    const box = e.currentTarget.getBoundingClientRect();
    onAt((e.clientX - box.left) / k, (e.clientY - box.top) / k);
  };
  const [x, y] = [left + SHOWN / 2, top + SHOWN / 2];
  const percent = (v: number, of: number) => Math.round((100 * v) / of);
  return (
    <div className="mt-3">
      <p className="mb-1 text-[12.5px] text-muted">{say('whatIsShownPressOr')}</p>
      <button
        type="button"
        aria-label={say('whatIsShownAcrossDown', { x: percent(x, width), y: percent(y, height) })}
        className="bg-surround relative block overflow-hidden rounded-md border border-edge"
        style={{ width: width * k, height: height * k }}
        onPointerDown={press}
        onPointerMove={press}
        onKeyDown={(e) => {
          const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
          if (!step) return;
          e.preventDefault();
          onAt(x + (step[0] * SHOWN) / 2, y + (step[1] * SHOWN) / 2);
        }}
      >
        <canvas ref={canvas} className="block h-full w-full" />
        <span
          aria-hidden
          className="absolute border-2 border-rust"
          style={{ left: left * k, top: top * k, width: SHOWN * k, height: SHOWN * k }}
        />
      </button>
    </div>
  );
}
