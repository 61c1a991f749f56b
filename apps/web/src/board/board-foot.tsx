import { Eye, Maximize, Scan, Spline, ZoomIn, ZoomOut } from 'lucide-react';
import { useState } from 'react';
import type { Design } from '@brelm/core/design';
import type { Resolved } from '../design';
import { IconButton } from '../ui';
import { AidsPanel } from './aids-panel';
import type { Look } from './board-paint';
import { isScreenMeasured } from '../editor/measure';
import { ScreenMatch } from './screen-match';
import type { View } from './use-view';
import { decimal } from '../words/decimal';
import { say } from '../words/board';

const TEXT = 'shrink-0 whitespace-nowrap rounded-md px-2 py-1 text-muted hover:bg-line hover:text-ink';

/** How the board is looked at. */
export function BoardFoot({
  view,
  design,
  resolved,
  look,
  onLook,
  onPrintSize,
  onFit,
  onSelection,
  onZoom,
}: {
  view: View;
  design: Design;
  resolved: Resolved;
  look: Look;
  onLook: (look: Look) => void;
  onPrintSize: () => void;
  onFit: () => void;
  onSelection: () => void;
  onZoom: (by: number) => void;
}) {
  // What to do once the size of the screen is known.
  const [asking, setAsking] = useState<(() => void) | null>(null);
  const measured = (then: () => void) => (isScreenMeasured() ? then() : setAsking(() => then));
  return (
    <div className="flex h-9 shrink-0 items-center gap-0.5 border-t border-line bg-card px-2 text-[13px] max-[959px]:h-auto max-[959px]:flex-wrap max-[959px]:py-0.5">
      <IconButton label={say('zoomOut')} keys="−" onClick={() => onZoom(0.8)}>
        <ZoomOut size={16} />
      </IconButton>
      <span className="w-12 shrink-0 whitespace-nowrap text-center" title={say('screenPixelsToABoard')}>
        {decimal(view.scale * 100, view.scale < 0.1 ? 1 : 0)} %
      </span>
      <IconButton label={say('zoomIn')} keys="+" onClick={() => onZoom(1.25)}>
        <ZoomIn size={16} />
      </IconButton>
      <IconButton label={say('fitTheBoard')} keys="F" onClick={onFit}>
        <Maximize size={15} />
      </IconButton>
      <IconButton label={say('fitTheSelection')} keys="Shift F" onClick={onSelection}>
        <Scan size={16} />
      </IconButton>
      <button
        type="button"
        className={TEXT}
        title={say('oneBoardPixelToOne')}
        onClick={() => onZoom(1 / view.scale)}
      >
        100 %
      </button>
      <button
        type="button"
        className={TEXT}
        title={say('asLargeAsItPrints')}
        onClick={() => measured(onPrintSize)}
      >
        {say('printSize')}
      </button>
      <span aria-hidden className="mx-1 h-4 w-px bg-line" />
      <IconButton
        label={say('seeFrom3M')}
        pressed={look === 'far'}
        onClick={() => (look === 'far' ? onLook('print') : measured(() => onLook('far')))}
      >
        <Eye size={16} />
      </IconButton>
      <IconButton
        label={say('outlinesOnly')}
        pressed={look === 'outlines'}
        onClick={() => onLook(look === 'outlines' ? 'print' : 'outlines')}
      >
        <Spline size={16} />
      </IconButton>
      <AidsPanel design={design} resolved={resolved} />
      <span className="ml-auto min-w-0 truncate pr-1 text-muted max-[959px]:hidden">
        {look === 'far' ? say('asItLooksFrom3') : say('dpiDashedSafeArea', { dpi: design.board.dpi })}
      </span>
      {asking && (
        <ScreenMatch
          onClose={() => setAsking(null)}
          onDone={() => {
            setAsking(null);
            asking();
          }}
        />
      )}
    </div>
  );
}
