import { cutSeconds, type Cut, type CutFinding, type Spot } from '@brelm/core/cutline';
import { Button, SeverityMark, VerdictMark } from '../../ui';
import { mendWords, toldWords } from '../../words/told';
import { decimal } from '../../words/decimal';
import { say } from '../../words/cut';

const mm = (v: number): string => (Number.isFinite(v) ? `${decimal(v, 1)} mm` : '–');

/** What a sticker is like to peel: what will go wrong, each with its mend, and its figures. */
export function PeelList({
  cut,
  findings,
  onPoint,
  canFill,
  onMend,
}: {
  /** Null where there is nothing to cut out. */
  cut: Cut | null;
  findings: readonly CutFinding[];
  onPoint: (spot: Spot | null) => void;
  /** It lies on a product, whose print area artwork can be made to fill. */
  canFill: boolean;
  onMend: (finding: CutFinding) => void;
}) {
  const peel = cut?.peel;
  const figures: [string, string, Spot | null][] = !peel
    ? []
    : [
        [say('size'), say('mm2', { width: decimal(peel.width, 1), height: decimal(peel.height, 1) }), null],
        [say('pieces'), String(peel.pieces), null],
        [say('holes'), String(peel.holes), null],
        [say('leastBorder'), peel.border ? mm(peel.border.distance) : '–', peel.border],
        [say('narrowestNeck'), peel.neck ? mm(peel.neck.width) : say('noneUnder12Mm'), peel.neck],
        [say('leastOuterRadius'), mm(peel.outerRadius), null],
        [say('leastInnerRadius'), mm(peel.innerRadius), null],
        [say('bladesWay'), `${decimal(peel.path / 10, 1)} cm`, null],
        [say('points'), String(peel.points), null],
        [say('timeAt100MmS'), `${decimal(cutSeconds(cut!), 1)} s`, null],
      ];
  return (
    <div className="flex flex-col gap-4">
      <section aria-label={say('findings')}>
        <h2 className="heading mb-1">{say('peelCheck')}</h2>
        {findings.length === 0 ? (
          <p className="flex items-center gap-2 text-[13px]">
            <VerdictMark verdict="reads" /> {say('itCutsAndPeelsIn')}
          </p>
        ) : (
          <ul className="flex flex-col gap-2">
            {findings.map((f) => (
              <li
                key={f.code}
                className="rounded-md border border-line bg-card p-2 text-[13px]"
                onMouseEnter={() => onPoint(f.at ?? null)}
                onMouseLeave={() => onPoint(null)}
                onFocus={() => onPoint(f.at ?? null)}
                onBlur={() => onPoint(null)}
              >
                <p className="flex gap-2">
                  <SeverityMark severity={f.severity} />
                  <span className="min-w-0 flex-1">{toldWords(f)}</span>
                </p>
                {(f.mend || (f.fill && canFill)) && (
                  <Button className="mt-1.5 !h-7 !px-2" onClick={() => onMend(f)}>
                    {mendWords((f.mend ?? f.fill)!)}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
      {figures.length > 0 && (
        <section aria-label={say('figures')}>
          <h2 className="heading mb-1">{say('figures')}</h2>
          <dl className="text-[13px]">
            {figures.map(([name, value, spot]) => (
              <div
                key={name}
                className="flex justify-between gap-2 border-b border-line py-1 last:border-0"
                onMouseEnter={() => onPoint(spot)}
                onMouseLeave={() => onPoint(null)}
              >
                <dt className="text-muted">{name}</dt>
                <dd className="tabular-nums">{value}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
    </div>
  );
}
