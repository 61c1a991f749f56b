import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { IconButton } from '../ui';
import type { View } from './use-view';

export function BoardFoot({
  view,
  dpi,
  onFit,
  onZoom,
}: {
  view: View;
  dpi: number;
  onFit: () => void;
  onZoom: (by: number) => void;
}) {
  return (
    <div className="flex h-9 shrink-0 items-center gap-1 border-t border-line bg-card px-2 text-[13px]">
      <IconButton label="Zoom out" keys="−" onClick={() => onZoom(0.8)}>
        <ZoomOut size={16} />
      </IconButton>
      <span className="w-14 text-center" title="Screen pixels to a board pixel">
        {(view.scale * 100).toFixed(view.scale < 0.1 ? 1 : 0)} %
      </span>
      <IconButton label="Zoom in" keys="+" onClick={() => onZoom(1.25)}>
        <ZoomIn size={16} />
      </IconButton>
      <IconButton label="Fit the board" keys="F" onClick={onFit}>
        <Maximize size={15} />
      </IconButton>
      <button
        type="button"
        className="rounded-md px-2 py-1 text-muted hover:bg-line hover:text-ink"
        title="One board pixel to one screen pixel"
        onClick={() => onZoom(1 / view.scale)}
      >
        100 %
      </button>
      <span className="ml-auto pr-2 text-muted">{dpi} dpi · dashed: safe area</span>
    </div>
  );
}
