import { useEffect, useMemo, useRef, useState } from 'react';
import { inkValues, type Design } from '@brelm/core/design';
import { lightOn, type PicturePart } from '@brelm/core/parts';
import { LOOK_SIDE, LOOKS, stepsFor, treatmentFor, type Step } from '@brelm/core/steps';
import { useEdit } from '../../editor/use-edit';
import { useAppSelector } from '../../store';
import { useGarmentsQuery } from '../../store/api';
import { Modal } from '../../ui';
import { treatSmall } from '../../workers/picture-client';
import { lookInks } from './start-inks';

/** Steps that say what of a picture is there: they stay, whatever look is put on it. */
const CUTS = ['ground', 'screen', 'marks', 'outline', 'edge'];

/** A picture with some steps, in small. */
function LookPicture({
  sha256,
  width,
  steps,
  treat,
  behind,
}: {
  sha256: string;
  width: number;
  steps: Step[];
  treat: (steps: Step[]) => ReturnType<typeof treatmentFor>;
  /** The garment's colour. */
  behind: string | undefined;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const treatment = useMemo(() => treat(steps), [treat, steps]);
  useEffect(() => {
    let wanted = true;
    treatSmall(sha256, treatment, width).then(
      (bitmap) => {
        const target = canvas.current;
        if (!wanted || !target) return;
        const k = Math.min(target.width / bitmap.width, target.height / bitmap.height);
        const [w, h] = [bitmap.width * k, bitmap.height * k];
        const context = target.getContext('2d')!;
        context.clearRect(0, 0, target.width, target.height);
        context.drawImage(bitmap, (target.width - w) / 2, (target.height - h) / 2, w, h);
        bitmap.close();
      },
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [sha256, width, treatment]);
  return (
    <canvas
      ref={canvas}
      width={220}
      height={160}
      aria-hidden
      className="block h-28 w-full rounded-sm object-contain"
      style={{ background: behind }}
    />
  );
}

/** Looks: lists of steps that are put on a picture in place of its own; what cuts it out stays. */
export function LooksDialog({
  part,
  design,
  onClose,
}: {
  part: PicturePart;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const colourway = useAppSelector((s) => s.editor.colourway);
  const found = design.materials.find((m) => m.id === part.material);
  const [cuts] = useState(() => part.steps.filter((s) => CUTS.includes(s.kind)));
  const offered = useMemo(() => {
    const k = Math.max(found?.width ?? LOOK_SIDE, found?.height ?? LOOK_SIDE) / LOOK_SIDE;
    return LOOKS.map((look) => ({ ...look, made: [...cuts, ...stepsFor(look.steps(lookInks(design)), k)] }));
  }, [cuts, design, found]);
  const treat = useMemo(() => {
    const inks = inkValues(design, colourway);
    return (steps: Step[]) =>
      treatmentFor(steps, (ink) => inks.get(ink) ?? '#000000', lightOn(part.place, design.light));
  }, [design, colourway, part.place]);
  const { data: garments } = useGarmentsQuery();
  // Seen on the garment that is open: what prints light is not seen on white.
  const behind = garments?.find((g) => g.id === design.backdrop)?.value;
  return (
    <Modal open title="Looks" wide onClose={onClose}>
      <p className="mb-3 text-[13px] text-muted">
        A look takes the place of the picture’s tone, tint, light and surface steps, in the design’s own inks.
        What cuts it out stays, and each step can be changed afterwards.
      </p>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {offered.map(({ id, name, says, made }) => (
          <button
            key={id}
            type="button"
            className="rounded-md border border-line p-1.5 text-left hover:border-spruce"
            onClick={() => {
              edit.part(part.id, `Look: ${name}`, { steps: made });
              onClose();
            }}
          >
            {found?.sha256 && (
              <LookPicture
                sha256={found.sha256}
                width={found.width}
                steps={made}
                treat={treat}
                behind={behind}
              />
            )}
            <span className="mt-1 block text-[13px] font-medium">{name}</span>
            <span className="block text-[11.5px] text-muted">{says}</span>
          </button>
        ))}
      </div>
    </Modal>
  );
}
