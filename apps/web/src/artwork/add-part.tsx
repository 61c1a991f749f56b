import { useRef, useState } from 'react';
import type { Design } from '@brelm/core/design';
import { useTypefacesQuery } from '../store/api';
import { Button, Modal } from '../ui';
import { addLettering, bringIn } from './bring-in';
import { FaceSelect } from './face-select';
import { useEdit } from './use-edit';

/** One place for everything that can be added: words, or files from disk. */
export function AddPart({ open, design, onClose }: { open: boolean; design: Design; onClose: () => void }) {
  const edit = useEdit();
  const [words, setWords] = useState('');
  const last = design.parts.find((p) => p.kind === 'lettering')?.lines[0]?.face;
  const [face, setFace] = useState<string | null>(null);
  const { data: typefaces } = useTypefacesQuery();
  const files = useRef<HTMLInputElement>(null);
  const chosen = face ?? last ?? typefaces?.[0]?.id ?? 'rye';
  const close = () => {
    setWords('');
    setFace(null);
    onClose();
  };
  return (
    <Modal open={open} onClose={close} title="Add a part">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          addLettering(design, edit, words, chosen);
          close();
        }}
      >
        <label htmlFor="add-words" className="heading mb-1 block">
          Lettering
        </label>
        <textarea
          id="add-words"
          autoFocus
          rows={2}
          maxLength={10000}
          className="field !h-auto resize-y px-2 py-1.5 !text-[16px]"
          placeholder="Your words; a new line for each line"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) e.currentTarget.form!.requestSubmit();
          }}
        />
        <div className="mt-2 flex items-end gap-2">
          <div className="flex-1">
            <FaceSelect label="Typeface" value={chosen} onChange={setFace} />
          </div>
          <Button tone="main" type="submit" disabled={!words.trim()} title="Ctrl Enter">
            Add lettering
          </Button>
        </div>
      </form>
      <div className="mt-5 border-t border-line pt-4">
        <p className="heading mb-1">Picture or figure</p>
        <p className="mb-2 text-[13px] text-muted">
          PNG, JPEG or WebP up to 50 MB become pictures; an SVG becomes a motif whose colours are inks.
        </p>
        <input
          ref={files}
          type="file"
          multiple
          hidden
          data-testid="file-input"
          accept=".png,.jpg,.jpeg,.webp,.svg,image/png,image/jpeg,image/webp,image/svg+xml"
          onChange={(e) => {
            const list = [...(e.target.files ?? [])];
            e.target.value = '';
            close();
            void bringIn(list, edit);
          }}
        />
        <Button onClick={() => files.current!.click()}>Choose files…</Button>
      </div>
    </Modal>
  );
}
