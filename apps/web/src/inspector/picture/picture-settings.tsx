import { Crop, Grid2x2Plus, Spline } from 'lucide-react';
import { useState } from 'react';
import type { Design } from '@brelm/core/design';
import { timesEnlarged, type PicturePart } from '@brelm/core/parts';
import { pictureDpi, wholeDpi } from '@brelm/core/proof';
import { useEdit } from '../../editor/use-edit';
import { Button } from '../../ui';
import { CropDialog } from './crop-dialog';
import { EnlargeDialog } from './enlarge-dialog';
import { StepList } from './step-list';
import { TraceDialog } from './trace/trace-dialog';
import { say } from '../../words/picture';

/** How sharply a picture will print, what is cut off it, and the steps that are made of it. */
export function PictureSettings({ part, design }: { part: PicturePart; design: Design }) {
  const edit = useEdit();
  const material = design.materials.find((m) => m.id === part.material);
  const { scaleX, scaleY } = part.place;
  const dpi = pictureDpi(scaleX, scaleY, design.board.dpi);
  const [tracing, setTracing] = useState(false);
  const [cropping, setCropping] = useState(false);
  const [enlarging, setEnlarging] = useState(false);
  const times = timesEnlarged(part);
  const cut = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const shown = {
    width: (material?.width ?? 0) - cut.left - cut.right,
    height: (material?.height ?? 0) - cut.top - cut.bottom,
  };
  const mmPerPx = (Math.max(Math.abs(scaleX), Math.abs(scaleY)) * 25.4) / design.board.dpi;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center gap-2">
        <p className="min-w-0 flex-1 text-[13px] text-muted">
          {say.rich('pxPrintsAtDpiAs', {
            width: shown.width,
            height: shown.height,
            dpi: wholeDpi(dpi),
            isTimes: times > 1,
            dpi2: wholeDpi(dpi * times),
            b: (words) => <strong className={dpi * times < 150 ? 'text-rust' : 'text-ink'}>{words}</strong>,
          })}
        </p>
        {material && (
          <Button className="!h-7 !px-2" disabled={part.locked} onClick={() => setCropping(true)}>
            <Crop size={15} aria-hidden /> {part.crop ? say('changeTheCrop') : say('crop')}
          </Button>
        )}
      </div>
      {material && (
        <div className="flex flex-wrap gap-2">
          <Button className="!h-7 !px-2" disabled={part.locked} onClick={() => setTracing(true)}>
            <Spline size={15} aria-hidden /> {say('traceIntoOutlines')}
          </Button>
          <Button className="!h-7 !px-2" disabled={part.locked} onClick={() => setEnlarging(true)}>
            <Grid2x2Plus size={15} aria-hidden />{' '}
            {times > 1 ? say('enlargedTimes2', { times }) : say('enlarge')}
          </Button>
        </div>
      )}
      {tracing && <TraceDialog part={part} design={design} onClose={() => setTracing(false)} />}
      {enlarging && material && (
        <EnlargeDialog
          part={part}
          design={design}
          material={material}
          onClose={() => setEnlarging(false)}
          onDone={(enlarged) => {
            if (enlarged !== part.enlarged)
              edit.part(part.id, enlarged ? say('enlarge') : say('printItAsItIs'), { enlarged });
            setEnlarging(false);
          }}
        />
      )}
      {cropping && material && (
        <CropDialog
          part={part}
          material={material}
          onClose={() => setCropping(false)}
          onDone={(crop) => {
            edit.part(part.id, say('crop'), { crop });
            setCropping(false);
          }}
        />
      )}
      <StepList key={part.id} part={part} design={design} measure={{ mmPerPx }} />
    </div>
  );
}
