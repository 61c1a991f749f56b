import { specDifferences, type Spec } from '@brelm/core/spec';

/** What differs between two states of a product, in words. */
export function Differences({ before, after, same }: { before: Spec; after: Spec; same: string }) {
  const differences = specDifferences(before, after);
  return (
    <ul className="text-[13px] text-muted">
      {differences.map((d) => (
        <li key={`${d.side} ${d.what}`}>
          {d.side ? `${d.side}: ` : ''}
          {d.what}
        </li>
      ))}
      {differences.length === 0 && <li>{same}</li>}
    </ul>
  );
}
