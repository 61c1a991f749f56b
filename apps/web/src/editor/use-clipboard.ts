import { useEffect } from 'react';
import { clippingOf, pasteEdits, readClipping } from '@brelm/core/design';
import { store } from '../store';
import { notify } from '../ui';
import { isTyping } from '../keys';
import { addLettering, bringIn } from './bring-in';
import type { Editing } from './use-edit';
import { say } from '../words/editor';

/** True where copying and pasting belong to what is being written, or to a dialog. */
const elsewhere = (target: EventTarget | null): boolean =>
  document.querySelector('[role="dialog"]') !== null || isTyping(target);

/** More words than this are hardly meant for a shirt. */
const MOST_WORDS = 2000;

/** Copies, cuts and pastes parts by the system's clipboard: within a design, between designs and tabs. */
export function useClipboard(edit: Editing): void {
  useEffect(() => {
    const copy = (e: ClipboardEvent) => {
      const { design, selection } = store.getState().editor;
      if (elsewhere(e.target) || !design || selection.length === 0) return;
      // Words that are marked on the page are copied as words.
      if (e.type === 'copy' && String(document.getSelection() ?? '')) return;
      e.clipboardData!.setData('text/plain', clippingOf(design, selection));
      e.preventDefault();
      if (e.type === 'cut') edit.remove(selection);
    };
    const paste = (e: ClipboardEvent) => {
      const { design } = store.getState().editor;
      if (elsewhere(e.target) || !design || !e.clipboardData) return;
      e.preventDefault();
      const files = [...e.clipboardData.files];
      if (files.length) return void bringIn(files, edit);
      const text = e.clipboardData.getData('text/plain').trim();
      const clipping = readClipping(text);
      if (clipping) {
        const here = design.parts.some((p) => clipping.parts.some((c) => c.id === p.id));
        const aside = here ? Math.round(design.board.width / 60) : 0;
        const { edits, select } = pasteEdits(design, clipping, { scale: 1, x: aside, y: aside });
        edit.make(
          select.length === 1 ? say('pasteAPart') : say('pasteParts', { select: select.length }),
          edits,
          { select },
        );
      } else if (/^(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*<svg[\s>]/i.test(text))
        void bringIn([new File([text], 'pasted.svg', { type: 'image/svg+xml' })], edit);
      else if (text && text.length <= MOST_WORDS && !text.startsWith('{')) {
        const face = design.parts.find((p) => p.kind === 'lettering')?.lines[0]?.face ?? 'rye';
        addLettering(design, edit, text, face);
      } else notify('fault', text ? say('whatIsInTheClipboard') : say('thereIsNothingInThe'));
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      document.removeEventListener('paste', paste);
    };
  }, [edit]);
}
