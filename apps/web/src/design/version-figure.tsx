import type { Design } from '@brelm/core/design';
import { useGarmentsQuery } from '../store/api';
import { GarmentCanvas } from './garment-canvas';
import { useDrawing, useThumbnail } from './use-drawing';

/** A state of a design on its backdrop, with its title below. */
export function VersionFigure({ design, title }: { design: Design; title: string }) {
  const { data: garments } = useGarmentsQuery();
  const artwork = useThumbnail(useDrawing(design, undefined), 400);
  const backdrop = garments?.find((g) => g.id === design.backdrop) ?? garments?.[0];
  return (
    <figure>
      {backdrop && (
        <div className="w-fit overflow-hidden rounded-md border border-line">
          <GarmentCanvas garment={backdrop} artwork={artwork} width={210} height={250} label={title} />
        </div>
      )}
      <figcaption className="mt-1 font-medium">{title}</figcaption>
    </figure>
  );
}
