import Konva from 'konva';
import { useEffect, useRef, useState } from 'react';
import { Image, Layer, Rect, Stage, Transformer } from 'react-konva';
import type { Material } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { Button, Modal, NumberField } from '../../ui';
import { apiAt } from '../../platform/address';
import { say } from '../../words/picture';

type Crop = NonNullable<PicturePart['crop']>;
const WHOLE: Crop = { left: 0, top: 0, right: 0, bottom: 0 };
const SIDES = [
  ['left', say('offTheLeft'), 'right'],
  ['right', say('offTheRight'), 'left'],
  ['top', say('offTheTop'), 'bottom'],
  ['bottom', say('offTheBottom'), 'top'],
] as const;
/** Largest drawing of the picture, CSS px. */
const MOST = { width: 460, height: 400 };

/** Cuts off the sides of a picture: dragged on it, or typed in its own pixels. What is cut off is kept. */
export function CropDialog({
  part,
  material,
  onDone,
  onClose,
}: {
  part: PicturePart;
  material: Material;
  onDone: (crop: PicturePart['crop']) => void;
  onClose: () => void;
}) {
  const [crop, setCrop] = useState<Crop>(part.crop ?? WHOLE);
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  const [fault, setFault] = useState(false);
  const rect = useRef<Konva.Rect>(null);
  const transformer = useRef<Konva.Transformer>(null);
  const { width, height } = material;
  const scale = Math.min(MOST.width / width, MOST.height / height);

  useEffect(() => {
    const loading = new window.Image();
    loading.onload = () => setImage(loading);
    loading.onerror = () => setFault(true);
    loading.src = apiAt(`materials/${material.sha256}/preview?size=1600`);
  }, [material.sha256]);
  useEffect(() => {
    if (rect.current) transformer.current?.nodes([rect.current]);
  }, [image]);

  const read = () => {
    const r = rect.current!;
    const [w, h] = [r.width() * r.scaleX(), r.height() * r.scaleY()];
    r.scale({ x: 1, y: 1 });
    const whole = (v: number, most: number) => Math.max(0, Math.min(most, Math.round(v / scale)));
    setCrop({
      left: whole(r.x(), width - 1),
      top: whole(r.y(), height - 1),
      right: whole(width * scale - r.x() - w, width - 1),
      bottom: whole(height * scale - r.y() - h, height - 1),
    });
  };
  const shown = {
    x: crop.left * scale,
    y: crop.top * scale,
    width: (width - crop.left - crop.right) * scale,
    height: (height - crop.top - crop.bottom) * scale,
  };
  const isWhole = SIDES.every(([side]) => crop[side] === 0);
  return (
    <Modal open title={say('cropThePicture')} onClose={onClose} wide>
      <div className="flex flex-wrap gap-5">
        <div
          className="grid place-items-center rounded-md border border-line bg-surround"
          style={{ width: MOST.width + 20, height: MOST.height + 20 }}
        >
          {fault && <p role="alert">{say('thePictureCannotBeShown')}</p>}
          {!fault && !image && <p>{say('opening')}</p>}
          {image && (
            <Stage width={width * scale} height={height * scale} aria-label={say('thePictureAndItsCrop')}>
              <Layer>
                <Image image={image} width={width * scale} height={height * scale} opacity={0.35} />
                <Image
                  image={image}
                  {...shown}
                  crop={{
                    x: (crop.left / width) * image.width,
                    y: (crop.top / height) * image.height,
                    width: (shown.width / (width * scale)) * image.width,
                    height: (shown.height / (height * scale)) * image.height,
                  }}
                  listening={false}
                />
                <Rect
                  ref={rect}
                  {...shown}
                  draggable
                  fill="#000"
                  opacity={0}
                  dragBoundFunc={(to) => ({
                    x: Math.max(0, Math.min(width * scale - shown.width, to.x)),
                    y: Math.max(0, Math.min(height * scale - shown.height, to.y)),
                  })}
                  onDragMove={read}
                  onTransform={read}
                />
                <Transformer
                  ref={transformer}
                  rotateEnabled={false}
                  keepRatio={false}
                  anchorSize={9}
                  anchorCornerRadius={1}
                  anchorStroke="#1f5f50"
                  anchorFill="#fffdf9"
                  borderStroke="#1f5f50"
                  boundBoxFunc={(from, to) =>
                    to.width < 4 ||
                    to.height < 4 ||
                    to.x < -1 ||
                    to.y < -1 ||
                    to.x + to.width > width * scale + 1 ||
                    to.y + to.height > height * scale + 1
                      ? from
                      : to
                  }
                />
              </Layer>
            </Stage>
          )}
        </div>
        <div className="min-w-40 flex-1">
          <p className="mb-2 text-[13px] text-muted">
            {say('pxOfStayWhatIs', {
              width: width - crop.left - crop.right,
              height: height - crop.top - crop.bottom,
              width2: width,
              height2: height,
            })}
          </p>
          <div className="grid grid-cols-2 gap-1.5">
            {SIDES.map(([side, label, opposite]) => {
              const most = (side === 'left' || side === 'right' ? width : height) - crop[opposite] - 1;
              return (
                <NumberField
                  key={side}
                  label={say('px', { label })}
                  digits={0}
                  value={crop[side]}
                  check={(v) => (v >= 0 && v <= most ? null : say('n0To', { most }))}
                  onChange={(v) => setCrop({ ...crop, [side]: Math.round(v) })}
                />
              );
            })}
          </div>
          <Button className="mt-3" disabled={isWhole} onClick={() => setCrop(WHOLE)}>
            {say('allOfIt')}
          </Button>
        </div>
      </div>
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" onClick={() => onDone(isWhole ? null : crop)}>
          {say('crop')}
        </Button>
      </div>
    </Modal>
  );
}
