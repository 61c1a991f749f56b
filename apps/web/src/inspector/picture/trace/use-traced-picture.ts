import { useMemo, useState } from 'react';
import type { Design, Material } from '@brelm/core/design';
import { multiply, type Matrix } from '@brelm/core/geometry';
import type { PicturePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';
import { useAppSelector } from '../../../store';
import type { TracedPicture } from '../../../workers/trace-client';
import { treatmentOf } from '../treatment-of';

/** What of a part is traced, as it was when tracing began; null where its file is not there. */
export function useTracedPicture(part: PicturePart, design: Design): TracedPicture | null {
  const colourway = useAppSelector((s) => s.editor.colourway);
  const material = design.materials.find((m) => m.id === part.material);
  const [treatment] = useState(() => treatmentOf(part, part.steps, design, colourway));
  return useMemo(
    () =>
      material?.sha256
        ? {
            ...{ sha256: material.sha256, treatment, width: material.width, height: material.height },
            crop: part.crop,
          }
        : null,
    [material, treatment, part.crop],
  );
}

const NONE = { left: 0, right: 0, top: 0, bottom: 0 };

/** From px of the copy that was traced, so many across, to px of what the crop leaves; and where its middle lies. */
export function ofCopy(
  { crop }: PicturePart,
  material: Material,
  width: number,
): { k: number; middle: [number, number] } {
  const { left, right, top, bottom } = crop ?? NONE;
  return { k: (material.width - left - right) / width, middle: [(left - right) / 2, (top - bottom) / 2] };
}

/** From px of the copy that was traced to board px. */
export function copyToBoard(
  part: PicturePart,
  material: Material,
  { width, height }: { width: number; height: number },
): Matrix {
  const { k, middle } = ofCopy(part, material, width);
  return multiply(partMatrix(part), [k, 0, 0, k, middle[0] - (k * width) / 2, middle[1] - (k * height) / 2]);
}
