import { useState } from 'react';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { Modal, SelectField } from '../../../ui';
import { TraceLines } from './trace-lines';
import { TraceShapes } from './trace-shapes';
import { say } from '../../../words/picture';

const WAYS = {
  shapes: { label: say('shapesOfFlatColour'), Trace: TraceShapes },
  lines: { label: say('linesThatCanBeMoved'), Trace: TraceLines },
};

/** Makes of a picture shapes or lines, seen beside it while they are set. */
export function TraceDialog({
  part,
  design,
  onClose,
}: {
  part: PicturePart;
  design: Design;
  onClose: () => void;
}) {
  const [way, setWay] = useState<keyof typeof WAYS>('shapes');
  const material = design.materials.find((m) => m.id === part.material);
  if (!material) return null;
  const { Trace } = WAYS[way];
  const kind = (
    <SelectField
      label={say('itBecomes')}
      value={way}
      onChange={(e) => setWay(e.target.value as keyof typeof WAYS)}
    >
      {Object.entries(WAYS).map(([id, { label }]) => (
        <option key={id} value={id}>
          {label}
        </option>
      ))}
    </SelectField>
  );
  return (
    <Modal open title={say('trace', { name: part.name || material.name })} wide="very" onClose={onClose}>
      <Trace part={part} design={design} material={material} kind={kind} onClose={onClose} />
    </Modal>
  );
}
