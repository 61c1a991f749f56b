import { readSheet, type Sheet } from '@brelm/core/sheet';
import { useKept, type KeptKind } from '../store/use-kept';

const SHEETS: KeptKind<Sheet> = {
  ...{ path: 'sheets', noun: 'sheet', read: readSheet },
  copy: (sheet) => ({ ...sheet, name: `${sheet.name}, mine`.slice(0, 300) }),
};

/** A sheet that is open; see useKept. */
export function useSheet(id: string) {
  const { now, ...kept } = useKept(SHEETS, id);
  return { sheet: now, ...kept };
}
