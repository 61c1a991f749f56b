import { Feather, PenLine } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Design } from '@brelm/core/design';
import { FORMS } from '@brelm/core/geometry';
import type { OwnPicture } from '@brelm/contract';
import { useMotifTopicsQuery, useTypefacesQuery } from '../store/api';
import { Button, FileButton, Modal } from '../ui';
import { addCode, addLettering, addMotif, addPicture, addShape, bringIn } from '../editor/bring-in';
import { PART_FILES } from '../editor/picture-files';
import { FaceField } from '../inspector/lettering';
import { useSettled } from '../ui/use-settled';
import { OwnPictures } from './own-pictures';
import { PartsElsewhere } from './parts-elsewhere';
import { FindParts } from './find-parts';
import { FormPicture } from '../inspector/form-picture';
import { useEdit } from '../editor/use-edit';
import { apiAt } from '../platform/address';
import { useTip } from '../keys';
import { say } from '../words/stack';

/** A phrase in quotes is lettering, whatever it finds. */
const unquoted = (words: string) => words.replace(/^\s*["“”](.*?)["“”]?\s*$/s, '$1');

/** One place for everything that can be added: words, figures, shapes, codes, or files from disk. */
export function AddPart({
  design,
  onClose,
  onDraw,
  onOrder,
}: {
  design: Design;
  onClose: () => void;
  /** Begins a line by hand. */
  onDraw: () => void;
  /** Has a figure drawn from words. */
  onOrder: (words: string) => void;
}) {
  const tip = useTip();
  const edit = useEdit();
  const [words, setWords] = useState('');
  const [address, setAddress] = useState('');
  const last = design.parts.find((p) => p.kind === 'lettering')?.lines[0]?.face;
  const [face, setFace] = useState<string | null>(null);
  const { data: typefaces } = useTypefacesQuery();
  const chosen = face ?? last ?? typefaces?.[0]?.id ?? 'rye';
  const quoted = unquoted(words) !== words;
  const searching = words.trim() !== '' && !quoted && !words.includes('\n');
  const { data: topics = [] } = useMotifTopicsQuery();
  const [topic, setTopic] = useState('');
  const looking = searching || topic !== '';
  useEffect(() => {
    // The first search finds the figures at hand.
    void fetch(apiAt('motifs?count=1')).catch(() => undefined);
  }, []);
  const sought = useSettled(words);
  const own = (picture: OwnPicture) => {
    addPicture(design, edit, picture);
    onClose();
  };
  const order = (asked: string) => {
    onClose();
    onOrder(asked);
  };
  const shape = (form: string) => {
    addShape(design, edit, form);
    onClose();
  };
  return (
    <Modal open onClose={onClose} title={say('addAPart')} wide>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          addLettering(design, edit, unquoted(words), chosen);
          onClose();
        }}
      >
        <label htmlFor="add-words" className="heading mb-1 block">
          {say('letteringOrWhatToLook')}
        </label>
        <textarea
          id="add-words"
          autoFocus
          rows={looking ? 1 : 2}
          maxLength={10000}
          className="field !h-auto resize-y px-2 py-1.5 !text-[16px]"
          placeholder={say('owlMoonStarOrThe')}
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || e.nativeEvent.isComposing) return;
            // One line is added as it stands; where there are several, Enter goes on to the next.
            const goesOn = e.shiftKey || (words.includes('\n') && !e.ctrlKey && !e.metaKey);
            if (goesOn) return;
            e.preventDefault();
            if (unquoted(words).trim()) e.currentTarget.form!.requestSubmit();
          }}
          aria-describedby="add-words-keys"
        />
        <p id="add-words-keys" className="mt-0.5 text-[12px] text-muted">
          {words.includes('\n') ? 'Ctrl Enter adds the lettering.' : say('enterAddsItAsLettering')}
        </p>
        <div className="mt-2 flex items-end gap-2">
          <div className="flex-1">
            <FaceField label={say('typeface')} value={chosen} words={unquoted(words)} onChange={setFace} />
          </div>
          <Button
            tone="main"
            type="submit"
            disabled={!unquoted(words).trim()}
            title={words.includes('\n') ? 'Ctrl Enter' : 'Enter'}
          >
            {say('addLettering')}
          </Button>
        </div>
      </form>
      <div role="group" aria-label={say('figuresByTopic')} className="mt-3 flex flex-wrap gap-1">
        {topics.map((t) => (
          <button
            key={t.id}
            type="button"
            aria-pressed={topic === t.id}
            className={`rounded-full border px-2.5 py-0.5 text-[12.5px] ${topic === t.id ? 'border-spruce bg-spruce text-card' : 'border-line hover:border-edge'}`}
            onClick={() => setTopic(topic === t.id ? '' : t.id)}
          >
            {t.name}
          </button>
        ))}
      </div>
      {looking ? (
        <div className="mt-4 border-t border-line pt-3">
          <FindParts
            phrase={searching ? words : ''}
            topic={topic}
            onOrder={order}
            onShape={shape}
            onMotif={(m) => {
              onClose();
              void addMotif(m, edit);
            }}
          />
        </div>
      ) : (
        <>
          <div className="mt-4 border-t border-line pt-3">
            <p className="heading mb-1.5">{say('shape2')}</p>
            <ul className="grid grid-cols-11 gap-1.5">
              {FORMS.map((f) => (
                <li key={f.id}>
                  <button
                    type="button"
                    aria-label={f.label}
                    title={f.label}
                    className="flex h-14 w-full items-center justify-center rounded-md border border-line bg-paper text-ink hover:border-ink"
                    onClick={() => shape(f.id)}
                  >
                    <FormPicture form={f.id} />
                  </button>
                </li>
              ))}
            </ul>
          </div>
          <PartsElsewhere design={design} edit={edit} onDone={onClose} />
          <form
            className="mt-4 border-t border-line pt-3"
            onSubmit={(e) => {
              e.preventDefault();
              addCode(design, edit, address.trim());
              onClose();
            }}
          >
            <label htmlFor="add-code" className="heading mb-1 block">
              {say('qrCode')}
            </label>
            <div className="flex gap-2">
              <input
                id="add-code"
                className="field !h-8 flex-1"
                maxLength={2000}
                placeholder={say('anAddressOrWordsThat')}
                value={address}
                onChange={(e) => setAddress(e.target.value)}
              />
              <Button type="submit" disabled={!address.trim()}>
                {say('addTheCode')}
              </Button>
            </div>
          </form>
        </>
      )}
      {(searching || topic === '') && <OwnPictures phrase={searching ? sought : ''} onChoose={own} />}
      <div className="mt-4 flex items-center gap-3 border-t border-line pt-3">
        <FileButton
          multiple
          testId="file-input"
          accept={PART_FILES}
          onFiles={(list) => {
            onClose();
            void bringIn(list, edit);
          }}
        >
          {say('chooseFiles')}
        </FileButton>
        <Button
          title={tip(say('drawALineByHand'), 'draw-line')}
          onClick={() => {
            onClose();
            onDraw();
          }}
        >
          <PenLine size={15} aria-hidden /> {say('drawALine')}
        </Button>
        <Button
          title={tip(say('sayWhatItShows'), 'order-figure')}
          onClick={() => order(searching ? words.trim() : '')}
        >
          <Feather size={15} aria-hidden /> {say('haveAFigureDrawn')}
        </Button>
        <p className="text-[13px] text-muted">{say('pngJpegWebpAvifTiff')}</p>
      </div>
    </Modal>
  );
}
