import { ChevronDown, ChevronRight, ChevronUp, Copy, Eye, EyeOff, Plus, Sparkles, X } from 'lucide-react';
import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { MOST_STEPS, newStep, stepKind, type Step, type StepKind } from '@brelm/core/steps';
import { useTools } from '../../board/tools';
import { useEdit } from '../../editor/use-edit';
import { onLoaded } from '../../platform/loaded';
import { picturesWorking } from '../../platform/pictures';
import { Amount, IconButton, notify } from '../../ui';
import { readyQuickly } from '../../workers/picture-client';
import { AddStepDialog } from './add-step-dialog';
import { LooksDialog } from './looks-dialog';
import { MaskFields } from './mask-fields';
import { OWN_SETTINGS } from './own-settings';
import { startInks } from './start-inks';
import { SETTINGS } from './settings';
import { SettingField, type Measure, type SetStep } from './step-fields';
import { say } from '../../words/picture';

/** Kinds that nothing is seen of before something is drawn: that is begun at once. */
const DRAWN: Partial<Record<StepKind, 'brush' | 'outline'>> = {
  marks: 'brush',
  light: 'brush',
  outline: 'outline',
};

/** The steps of a picture, the first first: switched, ordered, opened to be set. */
export function StepList({ part, design, measure }: { part: PicturePart; design: Design; measure: Measure }) {
  const edit = useEdit();
  const tools = useTools();
  const working = useSyncExternalStore(onLoaded, picturesWorking);
  const [open, setOpen] = useState<number | null>(null);
  const [adding, setAdding] = useState(false);
  const [looking, setLooking] = useState(false);
  const { steps, locked } = part;
  const sha256 = design.materials.find((m) => m.id === part.material)?.sha256;
  const isOpen = open !== null;
  useEffect(() => {
    if (sha256 && isOpen) readyQuickly(sha256);
  }, [sha256, isOpen]);
  const set = (next: Step[], label: string, gesture?: string) =>
    edit.part(part.id, label, { steps: next }, gesture && `${gesture} ${part.id}`);
  const move = (at: number, by: number) => {
    const next = steps.toSpliced(at, 1).toSpliced(at + by, 0, steps[at]);
    set(next, say('reorderSteps'));
    if (open === at) setOpen(at + by);
    else if (open === at + by) setOpen(at);
  };
  const add = (kind: StepKind) => {
    setAdding(false);
    if (design.inks.length === 0) return notify('fault', say('theDesignHasNoInk'));
    set([...steps, newStep(kind, startInks(design))], say('addAStep2', { label: stepKind(kind).label }));
    setOpen(steps.length);
    const by = DRAWN[kind];
    if (by) tools.aim({ part: part.id, step: steps.length, of: 'step' }, by);
  };
  return (
    <section aria-label={say('stepsOfThePicture')} className="flex flex-col gap-1">
      <h3 className="flex items-center text-[13px] font-medium">
        {say('steps')}
        {working && (
          <span role="status" className="ml-2 text-[11.5px] font-normal text-muted">
            {say('working')}
          </span>
        )}
        <span className="ml-auto flex">
          <IconButton label={say('looks')} disabled={locked} onClick={() => setLooking(true)}>
            <Sparkles size={15} />
          </IconButton>
          <IconButton
            label={say('addAStep')}
            disabled={locked || steps.length >= MOST_STEPS}
            onClick={() => setAdding(true)}
          >
            <Plus size={16} />
          </IconButton>
        </span>
      </h3>
      {steps.length === 0 && <p className="text-[12.5px] text-muted">{say('noneThePicturePrintsAs')}</p>}
      <ol className="flex flex-col gap-1">
        {steps.map((step, i) => (
          <li key={i}>
            <StepCard
              step={step}
              at={i}
              part={part}
              design={design}
              measure={measure}
              open={open === i}
              onOpen={() => setOpen(open === i ? null : i)}
              onChange={(next, label, gesture) =>
                set(steps.with(i, next), label, gesture && `${gesture} ${i}`)
              }
              onUp={i > 0 ? () => move(i, -1) : null}
              onDown={i < steps.length - 1 ? () => move(i, 1) : null}
              onCopy={
                steps.length < MOST_STEPS
                  ? () => set(steps.toSpliced(i + 1, 0, structuredClone(step)), say('copyAStep'))
                  : null
              }
              onRemove={() => {
                set(steps.toSpliced(i, 1), say('removeAStep'));
                setOpen(null);
                if (tools.target?.part === part.id) tools.aim(null);
              }}
            />
          </li>
        ))}
      </ol>
      <AddStepDialog open={adding} onClose={() => setAdding(false)} onAdd={add} />
      {looking && <LooksDialog part={part} design={design} onClose={() => setLooking(false)} />}
    </section>
  );
}

/** One step: its name and switches, and its settings when it is open. */
function StepCard({
  step,
  at,
  part,
  design,
  measure,
  open,
  onOpen,
  onChange,
  onUp,
  onDown,
  onCopy,
  onRemove,
}: {
  step: Step;
  at: number;
  part: PicturePart;
  design: Design;
  measure: Measure;
  open: boolean;
  onOpen: () => void;
  onChange: (step: Step, label: string, gesture?: string) => void;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  onCopy: (() => void) | null;
  onRemove: () => void;
}) {
  const { label, partly } = stepKind(step.kind);
  const name = say('step', { at: at + 1, label });
  const set: SetStep = (change, what, gesture) => onChange({ ...step, ...change } as Step, what, gesture);
  const Own = OWN_SETTINGS[step.kind];
  return (
    <div className={`rounded-md border border-line ${step.on ? '' : 'text-muted'}`}>
      <div className="flex items-center gap-0.5 px-1">
        <button
          type="button"
          aria-expanded={open}
          className="flex min-w-0 flex-1 items-center gap-1 py-1 text-left text-[13px]"
          onClick={onOpen}
        >
          <ChevronRight size={14} aria-hidden className={`shrink-0 ${open ? 'rotate-90' : ''}`} />
          <span className="truncate">{label}</span>
          {step.mask && <span className="shrink-0 text-[11.5px] text-muted">{say('masked')}</span>}
        </button>
        <IconButton
          label={say('switchOff', { isOn: step.on, name })}
          onClick={() =>
            onChange({ ...step, on: !step.on }, step.on ? say('switchAStepOff') : say('switchAStepOn'))
          }
        >
          {step.on ? <Eye size={15} className="text-muted" /> : <EyeOff size={15} />}
        </IconButton>
      </div>
      {open && (
        <div className="flex flex-col gap-1.5 border-t border-line p-1.5">
          {Own && <Own {...{ step, at, part, design, measure }} onSet={set} />}
          {SETTINGS[step.kind].map((setting) => (
            <SettingField key={setting.key} {...{ setting, step, measure, design }} onSet={set} />
          ))}
          {partly && (
            <Amount
              label={say('strength')}
              digits={0}
              value={step.strength * 100}
              min={0}
              max={100}
              step={1}
              onChange={(v) => set({ strength: v / 100 }, say('strengthOfAStep'), 'strength')}
            />
          )}
          <MaskFields
            mask={step.mask}
            at={{ part: part.id, step: at }}
            measure={measure}
            design={design}
            onSet={(mask, what, gesture) => onChange({ ...step, mask }, what, gesture)}
          />
          <div className="flex justify-end border-t border-line pt-1">
            <IconButton label={say('earlier', { name })} disabled={!onUp} onClick={() => onUp?.()}>
              <ChevronUp size={15} />
            </IconButton>
            <IconButton label={say('later', { name })} disabled={!onDown} onClick={() => onDown?.()}>
              <ChevronDown size={15} />
            </IconButton>
            <IconButton label={say('copy', { name })} disabled={!onCopy} onClick={() => onCopy?.()}>
              <Copy size={15} />
            </IconButton>
            <IconButton label={say('remove', { name })} onClick={onRemove}>
              <X size={15} />
            </IconButton>
          </div>
        </div>
      )}
    </div>
  );
}
