import { Link } from 'react-router';
import type { SpecDifference } from '@brelm/core/spec';
import { useSpecAffectedQuery } from '../store/api';
import { SeverityMark, VerdictMark } from '../ui';
import { format } from '../words/dates';
import { say } from '../words/specs';

const Differences = ({ list }: { list: readonly SpecDifference[] }) =>
  list.map((x) => (
    <span key={`${x.side} ${x.what}`} className="block text-[12.5px] text-muted">
      {x.side ? `${x.side}: ` : ''}
      {x.what}
    </span>
  ));

/** The designs that are made for a product, those first that do not fit it any more, and files made for another state. */
export function Affected({ id }: { id: string }) {
  const { data } = useSpecAffectedQuery(id, { refetchOnMountOrArgChange: true });
  if (!data) return null;
  const { designs, runs } = data;
  const sorted = [...designs].sort((a, b) => b.differences.length - a.differences.length);
  const unfit = designs.filter((d) => d.differences.length).length;
  return (
    <section aria-label={say('designsMadeForIt')} className="mt-4 border-t border-line pt-3">
      <h2 className="heading mb-1">{say('designsMadeForIt')}</h2>
      {designs.length === 0 && <p className="text-[13px] text-muted">{say('noneYet')}</p>}
      {unfit > 0 && (
        <p role="status" className="mb-1 text-[13.5px]">
          {say('ofWasLastSavedBefore', { unfit, designs: designs.length })}
        </p>
      )}
      <ul className="text-[13.5px]">
        {sorted.map((d) => (
          <li key={d.designId} className="flex items-start gap-2 py-1">
            <span className="mt-1">
              {d.differences.length ? (
                <SeverityMark severity="watch" size={13} />
              ) : (
                <VerdictMark verdict="reads" size={13} />
              )}
            </span>
            <span className="min-w-0">
              <Link to={`/design/${d.designId}/placement`} className="text-spruce underline">
                {d.name}
              </Link>
              {d.differences.length === 0 && <span className="text-muted"> {say('fits')}</span>}
              <Differences list={d.differences} />
            </span>
          </li>
        ))}
      </ul>
      {runs.length > 0 && (
        <>
          <h3 className="mt-3 mb-1 text-[13px] font-medium">{say('filesThatWereMadeFor')}</h3>
          <ul className="text-[13.5px]">
            {runs.map((r) => (
              <li key={r.runId} className="flex items-start gap-2 py-1">
                <span className="mt-1">
                  <SeverityMark severity="watch" size={13} />
                </span>
                <span className="min-w-0">
                  <Link to="/runs" className="text-spruce underline">
                    {r.title}
                  </Link>
                  <span className="text-muted">
                    {' '}
                    {say('made', { createdAt: format(new Date(r.createdAt), 'd MMM, HH:mm') })}
                  </span>
                  <Differences list={r.differences} />
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
