import type { DesignFigure } from '@brelm/contract';
import { useGarmentsQuery } from '../store/api';
import { GarmentCanvas } from './garment-canvas';
import { usePreview } from './use-preview';

/** A design in a list of something that is made of it, on the garment that it was last looked at on. */
export function SmallFigure({ figure }: { figure: DesignFigure }) {
  const { data: garments } = useGarmentsQuery();
  const picture = usePreview(figure.id, figure.revision, true);
  const garment = garments?.find((g) => g.id === figure.backdrop) ?? garments?.[0];
  return (
    <span
      title={figure.name}
      className="h-16 w-14 shrink-0 overflow-hidden rounded-[4px] border border-line bg-paper"
    >
      {garment && (
        <GarmentCanvas
          garment={garment}
          artwork={picture}
          width={54}
          height={62}
          label={figure.name}
          scrolls
        />
      )}
    </span>
  );
}
