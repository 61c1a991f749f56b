import { useMemo, useState } from 'react';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
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
