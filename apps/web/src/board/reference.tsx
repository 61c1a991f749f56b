import { Eye, EyeOff, Layers, Pipette, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { rgbToHex } from '@brelm/core/colour';
import type { Aids, Board } from '@brelm/core/design';
import { IconButton, picturePreview } from '../ui';
import { useAddInk } from '../editor/use-add-ink';
import { useEdit } from '../editor/use-edit';
import { layUnder } from './lay-under';
import { UnderDialog } from './under-dialog';
import { say } from '../words/board';

/** A reference picture beside the board, or under it: looked at, picked from and drawn over, and never exported. */
export function Reference({ picture, board }: { picture: NonNullable<Aids['reference']>; board: Board }) {
  const edit = useEdit();
  const [laying, setLaying] = useState(false);
  const { under } = picture;
  const set = (label: string, change: Partial<NonNullable<Aids['reference']>>) =>
    edit.make(label, [{ op: 'setAids', change: { reference: { ...picture, ...change } } }]);
  const addInk = useAddInk();
  const image = useRef<HTMLImageElement>(null);
  const [picking, setPicking] = useState(false);
  const [fault, setFault] = useState(false);
  const pick = (e: React.MouseEvent) => {
    const frame = image.current!.getBoundingClientRect();
    const { naturalWidth, naturalHeight } = image.current!;
    const canvas = new OffscreenCanvas(1, 1);
    const context = canvas.getContext('2d')!;
    const x = ((e.clientX - frame.left) / frame.width) * naturalWidth;
    const y = ((e.clientY - frame.top) / frame.height) * naturalHeight;
    context.drawImage(image.current!, -Math.floor(x), -Math.floor(y));
    const [r, g, b, a] = context.getImageData(0, 0, 1, 1).data;
    if (a > 0) addInk(rgbToHex([r, g, b]), say('pickAnInk'));
  };
  return (
    <figure
      aria-label={say('reference', { name: picture.name })}
      className="absolute right-3 bottom-3 w-44 rounded-md border border-edge bg-card p-1.5"
    >
      <figcaption className="mb-1 flex items-center gap-0.5 text-[12.5px]">
        <span className="min-w-0 flex-1 truncate" title={picture.name}>
          {picture.name}
        </span>
        <IconButton
          label={say('pickInksFromIt')}
          pressed={picking}
          className="!h-6 !w-6"
          onClick={() => setPicking(!picking)}
        >
          <Pipette size={14} />
        </IconButton>
        <IconButton
          label={under ? say('howItLiesUnderThe') : say('layItUnderTheBoard')}
          pressed={Boolean(under)}
          className="!h-6 !w-6"
          onClick={() => setLaying(true)}
        >
          <Layers size={14} />
        </IconButton>
        {under && (
          <IconButton
            label={under.shown ? say('hideItUnderTheBoard') : say('showItUnderTheBoard')}
            className="!h-6 !w-6"
            onClick={() =>
              set(under.shown ? say('hideTheSketch') : say('showTheSketch'), {
                under: { ...under, shown: !under.shown },
              })
            }
          >
            {under.shown ? <Eye size={14} /> : <EyeOff size={14} />}
          </IconButton>
        )}
        <IconButton
          label={say('removeTheReference')}
          className="!h-6 !w-6"
          onClick={() =>
            edit.make(say('removeTheReference'), [{ op: 'setAids', change: { reference: null } }])
          }
        >
          <X size={14} />
        </IconButton>
      </figcaption>
      {laying && (
        <UnderDialog
          board={board}
          reference={picture}
          onClose={() => setLaying(false)}
          onDone={(laid) => {
            if (laid) layUnder(edit, { ...picture, under: laid });
            else set(say('takeTheSketchFromUnder'), { under: laid });
            setLaying(false);
          }}
        />
      )}
      {fault ? (
        <p role="alert" className="text-[12.5px] text-rust">
          {say('thePictureCannotBeRead')}
        </p>
      ) : (
        <img
          ref={image}
          alt={picture.name}
          src={picturePreview(picture.sha256)}
          className="block max-h-56 w-full rounded-[4px] object-contain"
          style={{ cursor: picking ? 'crosshair' : undefined }}
          draggable={false}
          onError={() => setFault(true)}
          onClick={picking ? pick : undefined}
        />
      )}
    </figure>
  );
}
