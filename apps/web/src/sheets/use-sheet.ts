import { readSheet, type Sheet } from '@brelm/core/sheet';
import { useKept, type KeptKind } from '../store/use-kept';
import { say } from '../words/sheets';

const SHEETS: KeptKind<Sheet> = {
  ...{ path: 'sheets', noun: 'sheet', read: readSheet },
  copy: (sheet) => ({ ...sheet, name: say('mine', { name: sheet.name }).slice(0, 300) }),
};

/** A sheet that is open; see useKept. */
export function useSheet(id: string) {
  const { now, ...kept } = useKept(SHEETS, id);
  return { sheet: now, ...kept };
}
