import type { DesignHead } from '../design';
import type { PlannedFile } from '../placement';
import {
  ENDINGS,
  NAME_PATTERN,
  nameBy,
  patternFault,
  uniqueNames,
  type MoreWords,
  type NameParts,
} from './name';

/** What the name of one planned file is made of. */
export function namePartsOf(
  design: DesignHead,
  file: PlannedFile,
  garmentName: (id: string) => string,
): NameParts {
  const { spec, side, colourway, apart, placement } = file;
  return {
    design: design.name,
    marketplace: spec.marketplace,
    product: spec.id,
    side: spec.sides.length > 1 ? side.name : null,
    colourway: design.colourways.length > 1 ? colourway.name : null,
    garment: apart === null ? null : garmentName(apart),
    w: side.widthPx,
    h: side.heightPx,
    dpi: side.dpi,
    mirror: placement.mirror ? 'mirrored' : null,
  };
}

/**
 * Names for files that are made together, no two alike: by the pattern that is given, else by the spec's
 * own, else by ours. A pattern that cannot be used gives way to ours.
 */
export function plannedNames(
  list: readonly { design: DesignHead; file: PlannedFile; more?: MoreWords }[],
  garmentName: (id: string) => string,
  pattern?: string | null,
): string[] {
  return uniqueNames(
    list.map(({ design, file, more = {} }) => {
      const wanted = pattern ?? file.spec.naming ?? NAME_PATTERN;
      const used = patternFault(wanted, Object.keys(more)) ? NAME_PATTERN : wanted;
      return `${nameBy(used, namePartsOf(design, file, garmentName), more)}.${ENDINGS[file.format]}`;
    }),
  );
}
