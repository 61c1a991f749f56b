import { Images } from 'lucide-react';
import { Link } from 'react-router';
import { againstListing, asListed, MOCKUP_FORMATS } from '@brelm/core/mockup';
import type { PictureRules } from '@brelm/core/spec';
import { useRunQuery } from '../../store/runs-api';
import { Button, SelectField, SeverityMark } from '../../ui';
import { SETS, type Manner, type SetOf } from './wishes';
import { say } from '../../words/mockups';

/** Widths that are offered, px. */
const WIDTHS = [1200, 2000, 3000, 4000];
/** Sizes of files that are offered, bytes. */
const SIZES = [500_000, 1_000_000, 2_000_000, 5_000_000, 10_000_000];

/** Which pictures are made, how large, and how far they are. */
export function MakePictures({
  manner,
  sets,
  chosen,
  count,
  busy,
  rules,
  runId,
  onSet,
  onManner,
  onMake,
}: {
  manner: Manner;
  sets: SetOf[];
  chosen: SetOf;
  /** Pictures of the chosen set. */
  count: number;
  busy: boolean;
  /** What the marketplace asks of a listing's pictures; null where it says nothing. */
  rules: { marketplace: string; pictures: PictureRules } | null;
  /** The run that was begun last. */
  runId: string | null;
  onSet: (set: SetOf) => void;
  onManner: (change: Partial<Manner>) => void;
  onMake: () => void;
}) {
  const { width, format, ground, maxBytes } = manner;
  const against = rules ? againstListing({ ...manner, maxBytes: maxBytes ?? undefined }, rules.pictures) : [];
  const widths = WIDTHS.includes(width) ? WIDTHS : [...WIDTHS, width].sort((a, b) => a - b);
  const sizes =
    maxBytes === null || SIZES.includes(maxBytes) ? SIZES : [...SIZES, maxBytes].sort((a, b) => a - b);
  return (
    <section aria-label={say('makePictures')} className="flex flex-col gap-2">
      <h2 className="heading">{say('make')}</h2>
      <SelectField label={say('pictures')} value={chosen} onChange={(e) => onSet(e.target.value as SetOf)}>
        {sets.map((key) => (
          <option key={key} value={key}>
            {SETS[key]}
          </option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label={say('width')}
          value={width}
          onChange={(e) => onManner({ width: Number(e.target.value) })}
        >
          {widths.map((w) => (
            <option key={w} value={w}>
              {say('px', { w })}
            </option>
          ))}
        </SelectField>
        <SelectField
          label={say('format')}
          value={format}
          onChange={(e) => onManner({ format: e.target.value as Manner['format'] })}
        >
          {MOCKUP_FORMATS.map((f) => (
            <option key={f} value={f}>
              {f === 'webp' ? 'WebP' : f.toUpperCase()}
            </option>
          ))}
        </SelectField>
      </div>
      <SelectField
        label={say('sizeOfAFile')}
        value={maxBytes ?? ''}
        onChange={(e) => onManner({ maxBytes: e.target.value ? Number(e.target.value) : null })}
      >
        <option value="">{say('asItComes')}</option>
        {sizes.map((bytes) => (
          <option key={bytes} value={bytes}>
            {say('atMostMb', { bytes: bytes / 1e6 })}
          </option>
        ))}
      </SelectField>
      {format === 'jpeg' && ground.kind === 'none' && (
        <p className="text-[12.5px] text-muted">{say('jpegHasNoTransparencyThe')}</p>
      )}
      {rules && against.length > 0 && (
        <div role="note" className="flex flex-col items-start gap-1.5 text-[12.5px]">
          <p className="flex gap-1.5">
            <SeverityMark severity="watch" size={12} />
            <span>
              {say('notAsTakesPictures', { marketplace: rules.marketplace, against: against.join('; ') })}
            </span>
          </p>
          <Button
            className="!h-7 !px-2"
            onClick={() => onManner(asListed({ ...manner, maxBytes: maxBytes ?? undefined }, rules.pictures))}
          >
            {say('makeThemAsItAsks')}
          </Button>
        </div>
      )}
      <Button tone="main" disabled={busy} onClick={onMake}>
        <Images size={15} aria-hidden />
        {say('make2', { count })}
      </Button>
      {runId && <UnderWay runId={runId} />}
    </section>
  );
}

/** How far a run of pictures is. */
function UnderWay({ runId }: { runId: string }) {
  const { data: run } = useRunQuery(runId);
  const made = run?.counts.done ?? 0;
  const failed = run?.counts.failed ?? 0;
  const all = run?.files.length ?? 0;
  return (
    <p role="status" className="flex items-center gap-1.5 text-[13px]">
      {failed > 0 && <SeverityMark severity="stop" size={12} />}
      <span className="min-w-0 flex-1">
        {!run
          ? say('beginning')
          : run.finishedAt
            ? failed
              ? say('ofCouldNotBeMade', { failed, all })
              : say('allAreMade', { all })
            : say('ofMade', { made, all })}
      </span>
      <Link to="/runs" className="text-spruce underline">
        {say('theRun')}
      </Link>
    </p>
  );
}
