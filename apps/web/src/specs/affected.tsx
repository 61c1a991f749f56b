import { Link } from 'react-router';
import { useSpecAffectedQuery } from '../store/api';
import { SeverityMark, VerdictMark } from '../ui';

/** The designs that are made for a product, those first that do not fit it any more. */
export function Affected({ id }: { id: string }) {
  const { data } = useSpecAffectedQuery(id, { refetchOnMountOrArgChange: true });
  if (!data) return null;
  const sorted = [...data].sort((a, b) => b.differences.length - a.differences.length);
  const unfit = data.filter((d) => d.differences.length).length;
  return (
    <section aria-label="Designs made for it" className="mt-4 border-t border-line pt-3">
      <h2 className="heading mb-1">Designs made for it</h2>
      {data.length === 0 && <p className="text-[13px] text-muted">None yet.</p>}
      {unfit > 0 && (
        <p role="status" className="mb-1 text-[13.5px]">
          {unfit} of {data.length} {unfit === 1 ? 'was' : 'were'} last saved before this product changed: look
          at them under Placement, and make their files anew.
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
              {d.differences.length === 0 && <span className="text-muted"> fits</span>}
              {d.differences.map((x) => (
                <span key={`${x.side} ${x.what}`} className="block text-[12.5px] text-muted">
                  {x.side ? `${x.side}: ` : ''}
                  {x.what}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
