import { Brush } from 'lucide-react';
import { useEffect, useState } from 'react';
import { type Design } from '@brelm/core/design';
import { type PicturePart } from '@brelm/core/parts';
import { newStep } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { useEdit } from '../../editor/use-edit';
import { useAppSelector } from '../../store';
import { Amount, Button, notify, SelectField, useLatest } from '../../ui';
import { pictureTones } from '../../workers/picture-client';
import { Histogram } from './histogram';
import type { OwnProps } from './own-props';
import { startInks } from './start-inks';
import { useSameTreatment } from './use-same-treatment';
import { treatmentOf } from './treatment-of';
import { say } from '../../words/picture';

// Settings that look at the picture's own pixels.

/** What is done to a part's picture before one of its steps, in the open colourway. */
function useBefore(part: PicturePart, design: Design, at: number) {
  const colourway = useAppSelector((s) => s.editor.colourway);
  return treatmentOf(part, part.steps.slice(0, at), design, colourway);
}

/** Steps between neighbours of a rim, ΔE 76, above which its ground is not told from the figure by its colour. */
const NOISY = 3;

/** Says when the ground is one that cannot be told by its colour. */
export function GroundSettings({ at, part, design }: OwnProps<'ground'>) {
  const edit = useEdit();
  const tools = useTools();
  const found = design.materials.find((m) => m.id === part.material);
  const before = useSameTreatment(useBefore(part, design, at));
  const [noise, setNoise] = useState(0);
  const { sha256, width } = found ?? {};
  useEffect(() => {
    if (!sha256 || !width) return;
    let wanted = true;
    pictureTones(sha256, before, width).then(
      (tones) => wanted && setNoise(tones.noise),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [sha256, width, before]);
  if (noise < NOISY) return null;
  const instead = () => {
    const { on, mask } = part.steps[at];
    const marks = newStep('marks', startInks(design), { on, mask });
    edit.part(part.id, say('markInstead'), { steps: part.steps.with(at, marks) });
    tools.aim({ part: part.id, step: at, of: 'step' }, 'brush');
  };
  return (
    <div role="status" className="flex flex-col gap-1 text-[12.5px]">
      <p className="text-ochre-ink">{say('thisGroundIsGrainyOr')}</p>
      <Button className="!h-7 self-start !px-2" onClick={instead}>
        <Brush size={15} aria-hidden /> {say('markInstead')}
      </Button>
    </div>
  );
}

/** Black, grey and white point over the picture's tones. */
export function LevelsSettings({ step, at, part, design, onSet }: OwnProps<'levels'>) {
  const found = design.materials.find((m) => m.id === part.material);
  const before = useSameTreatment(useBefore(part, design, at));
  const { black, white, grey } = step;
  const set = (change: Partial<typeof step>, key: string) => onSet(change, say('levels'), key);
  return (
    <>
      {found?.sha256 && (
        <Histogram sha256={found.sha256} before={before} scale={found.width} black={black} white={white} />
      )}
      <Amount
        label={say('blackPoint')}
        digits={1}
        value={black * 100}
        min={0}
        max={100}
        step={0.5}
        onChange={(v) => set({ black: v / 100 }, 'black')}
      />
      <Amount
        label={say('greyPoint')}
        value={grey}
        min={0.2}
        max={4}
        least={0.1}
        most={10}
        step={0.02}
        onChange={(v) => set({ grey: v }, 'grey')}
      />
      <Amount
        label={say('whitePoint')}
        digits={1}
        value={white * 100}
        min={0}
        max={100}
        step={0.5}
        onChange={(v) => set({ white: v / 100 }, 'white')}
      />
    </>
  );
}

/** The picture whose tones are taken. */
export function MatchSettings({ step, part, design, onSet }: OwnProps<'match'>) {
  const set = useLatest(onSet);
  const colourway = useAppSelector((s) => s.editor.colourway);
  const others = design.parts.filter((p): p is PicturePart => p.kind === 'picture' && p.id !== part.id);
  const take = async (id: string) => {
    const other = others.find((p) => p.id === id);
    const found = design.materials.find((m) => m.id === other?.material);
    if (!other || !found?.sha256) return;
    const before = treatmentOf(other, other.steps, design, colourway);
    try {
      const { tones } = await pictureTones(found.sha256, before, found.width);
      set({ from: other.name || found.name, ...tones }, say('match'));
    } catch {
      notify('fault', say('theOtherPictureCouldNot'));
    }
  };
  return (
    <>
      <p className="text-[12.5px] text-muted">
        {step.from ? say('asWasWhenItWas', { from: step.from }) : say('chooseThePictureWhoseTones')}
      </p>
      {others.length === 0 ? (
        <p className="text-[12.5px]">{say('thereIsNoOtherPicture')}</p>
      ) : (
        <SelectField label={say('takeThemFrom')} value="" onChange={(e) => void take(e.target.value)}>
          <option value="">{say('chooseAPicture')}</option>
          {others.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name || say('picture')}
            </option>
          ))}
        </SelectField>
      )}
    </>
  );
}
