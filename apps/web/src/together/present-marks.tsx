import { PersonMark } from '../people/person-mark';
import { usePresence } from './use-presence';

/** Shown as discs; those beyond are counted. */
const MOST = 3;

/** Who else has this design open just now. */
export default function PresentMarks() {
  const others = usePresence();
  if (others.length === 0) return null;
  const names = others.map((o) => o.name ?? 'another tab');
  return (
    <span
      role="status"
      aria-label={`Also here: ${names.join(', ')}`}
      title={`Also here: ${names.join(', ')}. What they save comes in by itself.`}
      className="flex items-center -space-x-1.5"
    >
      {others.slice(0, MOST).map((o) => (
        <span key={o.tab} className="rounded-full ring-2 ring-card">
          <PersonMark name={o.name ?? '?'} id={o.id ?? o.tab} size={26} />
        </span>
      ))}
      {others.length > MOST && <span className="pl-3 text-[12.5px] text-muted">+{others.length - MOST}</span>}
    </span>
  );
}
