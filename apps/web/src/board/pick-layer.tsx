import { useRef } from 'react';
import { rgbToHex } from '@brelm/core/colour';
import { say } from '../words/board';

/** Lies over the board while a colour is picked from it: of the artwork, or of the garment behind. */
export function PickLayer({
  board,
  onPick,
  onEnd,
}: {
  board: React.RefObject<HTMLCanvasElement | null>;
  onPick: (value: string) => void;
  onEnd: () => void;
}) {
  const swatch = useRef<HTMLSpanElement>(null);
  const at = (e: React.PointerEvent): string => {
    const canvas = board.current!;
    const frame = canvas.getBoundingClientRect();
    const x = Math.floor(((e.clientX - frame.left) / frame.width) * canvas.width);
    const y = Math.floor(((e.clientY - frame.top) / frame.height) * canvas.height);
    const [r, g, b] = canvas.getContext('2d')!.getImageData(x, y, 1, 1).data;
    return rgbToHex([r, g, b]);
  };
  return (
    <div
      data-testid="pick-layer"
      className="absolute inset-0 touch-none"
      style={{ cursor: 'crosshair' }}
      onPointerMove={(e) => {
        const frame = e.currentTarget.getBoundingClientRect();
        const style = swatch.current!.style;
        style.display = 'block';
        style.background = at(e);
        style.transform = `translate(${e.clientX - frame.left + 14}px, ${e.clientY - frame.top + 14}px)`;
      }}
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.preventDefault();
        onPick(at(e));
        onEnd();
      }}
    >
      <span
        ref={swatch}
        aria-hidden
        className="absolute top-0 left-0 hidden h-8 w-8 rounded-md border-2 border-card"
      />
      <p className="pointer-events-none absolute top-8 left-1/2 -translate-x-1/2 rounded-md bg-card px-3 py-1.5">
        {say('clickTheColourToTake')}
      </p>
    </div>
  );
}
