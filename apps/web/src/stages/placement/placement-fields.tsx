import type { ProductFinding } from '../../workers/product-findings';
import { useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design, FileFormat, PlacedAt, Placement } from '@brelm/core/design';
import type { Box } from '@brelm/core/geometry';
import {
  artworkFor,
  colourwayOn,
  placementNotes,
  positionFor,
  type PlacementNote,
} from '@brelm/core/placement';
import { isWorn, type Spec, type SpecSide } from '@brelm/core/spec';
import {
  NumberField,
  SelectField,
  SeverityMark,
  Swatch,
  Tick,
  VerdictMark,
  garmentBackground,
} from '../../ui';
import { scaledAbout } from './scaled-about';
import { toldWords } from '../../words/told';
import { say } from '../../words/placement';

const inRange = (min: number, max: number) => (v: number) =>
  v < min || v > max ? say('fromTo', { min, max }) : null;

/** The colours that a product comes in, of those that the library has. */
export const coloursOf = (spec: Spec, garments: readonly Garment[], design: Design): Garment[] => {
  const ids = spec.garments ?? [
    ...new Set([...design.colourways.flatMap((c) => c.garments), ...design.garments]),
  ];
  return ids.flatMap((id) => garments.find((g) => g.id === id) ?? []);
};

/** Where the artwork's ink lies, typed in inches; and what else goes with the placement. */
export function PlacementFields({
  design,
  sides,
  spec,
  side,
  placement,
  box,
  garment,
  garments,
  notes,
  shows,
  current,
  fault,
  onMend,
  onChange,
  onMove,
  onGarment,
}: {
  design: Design;
  /** The sides of the design, with what they are called. */
  sides: readonly { id: string; name: string }[];
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  /** The ink's box in the print area, inches; null where there is none. */
  box: Box | null;
  garment: string | null;
  garments: readonly Garment[];
  notes: readonly PlacementNote[];
  /** What its files show that is wrong; null before it is known. */
  shows: readonly ProductFinding[] | null;
  /** `shows` is of the design as it is now. */
  current: boolean;
  /** The files could not be proofed. */
  fault: boolean;
  /** Goes to the artwork that is on it. */
  onMend: () => void;
  onChange: (label: string, change: Partial<Placement>) => void;
  onMove: (at: PlacedAt, gesture: string) => void;
  onGarment: (id: string | null) => void;
}) {
  const at = positionFor(placement, garment);
  const worn = isWorn(spec);
  const colours = worn ? coloursOf(spec, garments, design) : [];
  const anyChosen = colours.some((g) => colourwayOn(design, placement, g.id));
  const own = garment !== null && Object.hasOwn(placement.apart, garment);
  const [ground, setGround] = useState(placement.ground ?? '#20262a');
  const centre = box && (box.left + box.right) / 2 - side.widthIn / 2;
  return (
    <div className="flex flex-col gap-5 p-4">
      {sides.length > 1 && (
        <SelectField
          label={say('artworkOfTheSide')}
          value={artworkFor(design, spec.id, side.id).id}
          onChange={(e) => onChange(say('chooseTheArtworkForA'), { artwork: e.target.value })}
        >
          {sides.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </SelectField>
      )}
      <section aria-label={say('position')}>
        <h2 className="heading mb-2">{say('positionOfTheInk')}</h2>
        {box && centre !== null ? (
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label={say('belowTheTopIn')}
              value={box.top}
              check={inRange(-100, 200)}
              onChange={(v) => onMove({ ...at, y: at.y + v - box.top }, 'typed')}
            />
            <NumberField
              label={say('rightOfCentreIn')}
              value={centre}
              check={inRange(-100, 100)}
              onChange={(v) => onMove({ ...at, x: at.x + v - centre }, 'typed')}
            />
            <NumberField
              label={say('widthIn')}
              value={box.right - box.left}
              check={inRange(0.1, 200)}
              onChange={(v) => onMove(scaledAbout(at, v / (box.right - box.left), centre, box.top), 'typed')}
            />
            <NumberField
              label={say('heightIn')}
              value={box.bottom - box.top}
              check={inRange(0.1, 200)}
              onChange={(v) => onMove(scaledAbout(at, v / (box.bottom - box.top), centre, box.top), 'typed')}
            />
            <NumberField
              label={say('turn')}
              value={at.turn}
              check={inRange(-360, 360)}
              onChange={(turn) => onMove({ ...at, turn }, 'typed')}
            />
          </div>
        ) : (
          <p className="text-[13px] text-muted">{say('thereIsNoArtworkTo')}</p>
        )}
        {worn && garment !== null && (
          <label className="mt-2 flex items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              checked={own}
              onChange={(e) => {
                const { [garment]: _gone, ...rest } = placement.apart;
                onChange(say('giveAColourItsOwn'), {
                  apart: e.target.checked
                    ? { ...rest, [garment]: { x: at.x, y: at.y, scale: at.scale, turn: at.turn } }
                    : rest,
                });
              }}
            />
            {say('itsOwnPositionOn', { name: garments.find((g) => g.id === garment)?.name })}
          </label>
        )}
      </section>

      <section aria-label={say('noticed')}>
        <h2 className="heading mb-1">{say('noticed')}</h2>
        <Noticed notes={notes} shows={shows} current={current} fault={fault} onMend={onMend} />
      </section>

      {worn ? (
        <section aria-label={say('colours')}>
          <h2 className="heading mb-1">{say('colours')}</h2>
          <p className="mb-1.5 text-[12.5px] text-muted">
            {spec.perColour ? say('aColourwayForEachGarment') : say('thisProductTakesOneArtwork')}
          </p>
          <ul className="flex flex-col">
            {colours.map((g) => {
              const now = colourwayOn(design, placement, g.id);
              // Until a colour is chosen at all, each colourway is made.
              const chosen = anyChosen || placement.colourways[g.id] === null;
              return (
                <li key={g.id} className="flex items-center gap-2 py-0.5 text-[13px]">
                  <button
                    type="button"
                    aria-pressed={garment === g.id}
                    title={say('showItOn', { name: g.name })}
                    className={`flex min-w-0 flex-1 items-center gap-2 rounded-md px-1.5 py-1 text-left ${garment === g.id ? 'bg-line' : 'hover:bg-line/60'}`}
                    onClick={() => onGarment(garment === g.id ? null : g.id)}
                  >
                    <span
                      aria-hidden
                      className="h-4 w-4 shrink-0 rounded-[3px] border border-edge"
                      style={{ background: garmentBackground(g) }}
                    />
                    <span className="truncate">{g.name}</span>
                    {Object.hasOwn(placement.apart, g.id) && (
                      <span className="text-[11.5px] text-muted">{say('ownPlace')}</span>
                    )}
                  </button>
                  {spec.perColour && (
                    <select
                      aria-label={say('colourwayOn', { name: g.name })}
                      className="field !h-7 !w-28"
                      value={now ?? (chosen ? '' : 'any')}
                      onChange={(e) => {
                        onChange(say('chooseAColourwayForA'), {
                          colourways: { ...placement.colourways, [g.id]: e.target.value || null },
                        });
                      }}
                    >
                      {!now && !chosen && <option value="any">{say('notChosen')}</option>}
                      <option value="">{say('notSold')}</option>
                      {design.colourways.map((c) => (
                        <option key={c.id} value={c.id}>
                          {c.name}
                        </option>
                      ))}
                    </select>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      ) : (
        design.colourways.length > 1 && (
          <SelectField
            label={say('colourway')}
            value={placement.colourway ?? design.colourways[0].id}
            onChange={(e) => onChange(say('chooseAColourway'), { colourway: e.target.value })}
          >
            {design.colourways.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </SelectField>
        )
      )}

      <section aria-label={say('file')}>
        <h2 className="heading mb-2">{say('file')}</h2>
        <div className="grid grid-cols-2 gap-2">
          <SelectField
            label={say('format')}
            value={placement.format ?? ''}
            onChange={(e) =>
              onChange(say('chooseAFormat'), { format: (e.target.value || null) as FileFormat | null })
            }
          >
            <option value="">
              {say('asPrefers', { format: spec.formats[0].toUpperCase(), marketplace: spec.marketplace })}
            </option>
            {spec.formats.slice(1).map((f) => (
              <option key={f} value={f}>
                {f.toUpperCase()}
              </option>
            ))}
          </SelectField>
          {['svg', 'pdf'].includes(placement.format ?? spec.formats[0]) && (
            <Tick
              label={say('cutOutlinesForABlade')}
              checked={placement.outlines ?? false}
              onChange={(outlines) => onChange(say('cutOutlines'), { outlines })}
            />
          )}
          {spec.background !== 'transparent' && (
            <div>
              <span className="block text-[11.5px] text-muted">{say('background')}</span>
              <div className="flex h-8 items-center gap-2">
                <input
                  type="color"
                  aria-label={say('backgroundColour')}
                  className="h-7 w-9 cursor-pointer"
                  value={placement.ground ?? ground}
                  onChange={(e) => {
                    setGround(e.target.value);
                    onChange(say('chooseABackground'), { ground: e.target.value });
                  }}
                />
                {placement.ground ? (
                  <button
                    type="button"
                    className="text-[12.5px] text-spruce underline"
                    onClick={() => onChange(say('takeTheBackgroundAway'), { ground: null })}
                  >
                    {say('none')}
                  </button>
                ) : (
                  <span className="text-[12.5px] text-muted">{say('none')}</span>
                )}
              </div>
            </div>
          )}
        </div>
        {spec.background !== 'transparent' && (
          <div className="mt-1.5 flex flex-wrap gap-1" aria-label={say('inksAsBackground')}>
            {design.inks.slice(0, 10).map((ink) => (
              <button
                key={ink.id}
                type="button"
                title={say('backgroundIn', { name: ink.name })}
                aria-label={say('backgroundIn', { name: ink.name })}
                onClick={() => onChange(say('chooseABackground'), { ground: ink.value })}
              >
                <Swatch value={ink.value} />
              </button>
            ))}
          </div>
        )}
        <label className="mt-2 flex items-center gap-1.5 text-[13px]">
          <input
            type="checkbox"
            checked={placement.mirror}
            onChange={(e) => onChange(say('mirrorForTransfer'), { mirror: e.target.checked })}
          />
          {say('mirrorForTransferPaper')}
        </label>
        {side.curve && (
          <label className="mt-1 flex items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              checked={placement.narrow}
              onChange={(e) => onChange(say('narrowForTheCurve'), { narrow: e.target.checked })}
            />
            {say('narrowItForTheCurve')}
          </label>
        )}
      </section>
    </div>
  );
}

/** What is wrong with where the artwork lies, then with what is seen of it there. */
function Noticed({
  notes,
  shows,
  current,
  fault,
  onMend,
}: {
  notes: readonly PlacementNote[];
  shows: readonly ProductFinding[] | null;
  current: boolean;
  fault: boolean;
  onMend: () => void;
}) {
  // What is told of the placement is told once.
  const seen = (shows ?? []).filter((f) => notes.every((n) => n.message !== f.message));
  const row = (note: Pick<PlacementNote, 'severity' | 'message'> & { said?: PlacementNote['said'] }) => (
    <li key={note.message} className="flex items-start gap-1.5">
      <span className="mt-0.5">
        <SeverityMark severity={note.severity} size={13} />
      </span>
      <span className="min-w-0 break-words">{toldWords(note)}</span>
    </li>
  );
  return (
    <>
      {notes.length > 0 && (
        <ul className="flex flex-col gap-1 text-[13px]" data-testid="placement-notes">
          {notes.map(row)}
        </ul>
      )}
      {seen.length > 0 && (
        <>
          <ul className="mt-1 flex flex-col gap-1 text-[13px]" aria-label={say('onItsFiles')}>
            {seen.map(row)}
          </ul>
          <button type="button" className="mt-1.5 text-[13px] text-spruce underline" onClick={onMend}>
            {say('mendItInTheArtwork')}
          </button>
        </>
      )}
      {fault ? (
        <p className="mt-1 text-[13px] text-muted">{say('whatItsFilesShowCould')}</p>
      ) : !current ? (
        <p className="mt-1 text-[13px] text-muted">{say('checkingWhatItsFilesShow')}</p>
      ) : (
        notes.length + seen.length === 0 && (
          <p className="flex items-center gap-1.5 text-[13px] text-muted">
            <VerdictMark verdict="reads" size={13} /> {say('itSitsRightAndReads')}
          </p>
        )
      )}
    </>
  );
}

/** What is noticed of a placement on all colours, and on those with a position of their own. */
export const notesOf = (
  ...[drawing, board, spec, side, placement]: Parameters<typeof placementNotes>
): PlacementNote[] => {
  const all = [null, ...Object.keys(placement.apart)].flatMap((g) =>
    placementNotes(drawing, board, spec, side, placement, g),
  );
  return all.filter((n, i) => all.findIndex((o) => o.message === n.message) === i);
};
