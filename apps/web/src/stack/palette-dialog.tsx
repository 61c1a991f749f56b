import { pixelsOf } from '../platform/looked-at';
import { saveFile } from '../platform/save-file';
import { useMemo, useState } from 'react';
import { paletteOf, plainName, type PaletteColour } from '@brelm/core/colour';
import {
  freshId,
  readPalette,
  writePalette,
  type Design,
  type Edit,
  type NamedColour,
  type PaletteFormat,
} from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { reasonOf, useBringInMutation } from '../store/api';
import { Button, FileButton, Modal, Swatch } from '../ui';
import { SavedPalettes } from './saved-palettes';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/stack';

const FILES: Record<PaletteFormat, [string, string]> = {
  tokens: [say('designTokensJson'), 'tokens.json'],
  css: [say('cssCustomProperties'), 'css'],
  csv: ['CSV', 'csv'],
};

const download = (text: string, name: string): void =>
  saveFile(new Blob([text], { type: 'text/plain' }), name);

/** Inks from a reference picture or a palette file, and the design's inks as a file. */
export function PaletteDialog({ design, onClose }: { design: Design; onClose: () => void }) {
  const edit = useEdit();
  const [pixels, setPixels] = useState<Uint8ClampedArray | null>(null);
  const [file, setFile] = useState<File | null>(null);
  const [bringIn] = useBringInMutation();
  const [count, setCount] = useState(6);
  const [fault, setFault] = useState<string | null>(null);
  const colours: PaletteColour[] = useMemo(() => (pixels ? paletteOf(pixels, count) : []), [pixels, count]);

  const add = (named: readonly NamedColour[], label: string) => {
    const taken = design.inks.map((i) => i.id);
    const edits = named.flatMap((c): Edit[] => {
      if (design.inks.some((i) => i.value === c.value && i.name === c.name)) return [];
      const id = freshId('ink', taken);
      taken.push(id);
      return [{ op: 'addInk', ink: { id, name: c.name, value: c.value } }];
    });
    edit.make(label, edits);
    onClose();
  };
  const readFile = async (file: File) => {
    setFault(null);
    if (file.size > 1_000_000) return setFault(say('isTooLargeForA', { name: file.name }));
    try {
      add(readPalette(await file.text()), say('read', { name: file.name }));
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      const said = error.faults.map((f) => (f.field ? `${f.field}: ${f.message}` : f.message));
      setFault(`${file.name} ${said.slice(0, 4).join('; ')}`);
    }
  };
  const readPicture = async (file: File) => {
    setFault(null);
    setFile(file);
    try {
      setPixels(await pixelsOf(file));
    } catch {
      setFile(null);
      setFault(say('cannotBeReadAsA', { name: file.name }));
    }
  };
  const besideBoard = async (from: File) => {
    setFault(null);
    try {
      const { kind, sha256 } = await bringIn(from).unwrap();
      if (kind !== 'picture') return setFault(say('isNoPicture', { name: from.name }));
      const reference = { sha256, name: from.name.slice(0, 300) };
      edit.make(say('putAReferenceBesideThe'), [{ op: 'setAids', change: { reference } }]);
      onClose();
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <Modal open onClose={onClose} title={say('palette')}>
      <p className="heading mb-1">{say('fromAReferencePicture')}</p>
      <p className="mb-2 text-[13px] text-muted">{say('itIsOnlyLookedAt')}</p>
      <div className="flex items-end gap-3">
        <FileButton
          accept="image/png,image/jpeg,image/webp"
          testId="palette-picture"
          onFiles={([file]) => void readPicture(file)}
        >
          {say('chooseAPicture')}
        </FileButton>
        {file && <Button onClick={() => void besideBoard(file)}>{say('putItBesideTheBoard')}</Button>}
        {pixels && (
          <label className="flex-1 text-[13px]">
            <span className="block text-muted">{say('colours', { count })}</span>
            <input
              type="range"
              min={2}
              max={16}
              className="w-full accent-spruce"
              value={count}
              onChange={(e) => setCount(Number(e.target.value))}
            />
          </label>
        )}
      </div>
      {pixels && (
        <>
          <ul aria-label={say('coloursOfThePicture')} className="mt-3 grid grid-cols-4 gap-2 text-[12.5px]">
            {colours.map((c) => (
              <li key={c.value} className="flex items-center gap-1.5">
                <Swatch value={c.value} className="!h-6 !w-6" />
                <span>
                  {c.value}
                  <span className="block text-muted">{Math.round(c.share * 100)} %</span>
                </span>
              </li>
            ))}
          </ul>
          {colours.length === 0 && (
            <p className="mt-2 text-[13px] text-muted">{say('thePictureIsFullyTransparent')}</p>
          )}
          <Button
            tone="main"
            className="mt-3"
            disabled={colours.length === 0}
            onClick={() =>
              add(
                colours.map((c) => ({ name: plainName(c.value), value: c.value })),
                say('inksFromAPicture'),
              )
            }
          >
            {say('addAsInks2')}
          </Button>
        </>
      )}
      <div className="mt-4 border-t border-line pt-3">
        <p className="heading mb-2">{say('keptPalettes')}</p>
        <SavedPalettes design={design} onAdd={(colours, from) => add(colours, say('inksOf', { from }))} />
      </div>
      <div className="mt-4 border-t border-line pt-3">
        <p className="heading mb-2">{say('files')}</p>
        <div className="flex flex-wrap gap-2">
          <FileButton
            accept=".json,.css,.csv,application/json,text/css,text/csv"
            testId="palette-file"
            onFiles={([file]) => void readFile(file)}
          >
            {say('readAPaletteFile')}
          </FileButton>
          {(Object.entries(FILES) as [PaletteFormat, [string, string]][]).map(([format, [words, ending]]) => (
            <Button
              key={format}
              disabled={design.inks.length === 0}
              onClick={() =>
                download(writePalette(design.inks, format), `${design.name || 'inks'}.${ending}`)
              }
            >
              {say('write', { words })}
            </Button>
          ))}
        </div>
      </div>
      {fault && (
        <p role="alert" className="mt-3 text-[13px] break-words text-rust">
          {fault}
        </p>
      )}
    </Modal>
  );
}
