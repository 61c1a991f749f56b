import { useState } from 'react';
import { STEP_GROUPS, STEP_KINDS, stepKind, type StepGroup, type StepKind } from '@brelm/core/steps';
import { Modal } from '../../ui';
import { say } from '../../words/picture';

/** All kinds of steps, in groups; searched by what they are called and do. */
export function AddStepDialog({
  open,
  onClose,
  onAdd,
}: {
  open: boolean;
  onClose: () => void;
  onAdd: (kind: StepKind) => void;
}) {
  const [sought, setSought] = useState('');
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const found = STEP_KINDS.filter((kind) => {
    const { label, does, group } = stepKind(kind);
    const text = `${label} ${does} ${STEP_GROUPS[group]}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
  const take = (kind: StepKind) => {
    setSought('');
    onAdd(kind);
  };
  return (
    <Modal open={open} title={say('addAStep')} wide onClose={onClose}>
      <input
        type="search"
        autoFocus
        className="field mb-3"
        aria-label={say('findAStep')}
        placeholder={say('cutOutTintGrain')}
        value={sought}
        onChange={(e) => setSought(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || !found[0]) return;
          // The key would press the button that gets the focus back, too.
          e.preventDefault();
          take(found[0]);
        }}
      />
      {found.length === 0 && <p className="text-muted">{say('noStepIsCalledOr')}</p>}
      <div className="gap-5 sm:columns-3">
        {(Object.keys(STEP_GROUPS) as StepGroup[]).map((group) => {
          const kinds = found.filter((kind) => stepKind(kind).group === group);
          if (kinds.length === 0) return null;
          return (
            <section key={group} aria-label={STEP_GROUPS[group]} className="mb-3 break-inside-avoid">
              <h3 className="mb-0.5 border-b border-line text-[12.5px] font-medium text-muted">
                {STEP_GROUPS[group]}
              </h3>
              {kinds.map((kind) => (
                <button
                  key={kind}
                  type="button"
                  className="block w-full rounded-md px-1.5 py-1 text-left hover:bg-line"
                  onClick={() => take(kind)}
                >
                  <span className="block text-[13.5px]">{stepKind(kind).label}</span>
                  <span className="block text-[11.5px] text-muted">{stepKind(kind).does}</span>
                </button>
              ))}
            </section>
          );
        })}
      </div>
    </Modal>
  );
}
