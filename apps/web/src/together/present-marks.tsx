import { PersonMark } from '../people/person-mark';
import { usePresence } from './use-presence';
import { say } from '../words/together';

/** Shown as discs; those beyond are counted. */
const MOST = 3;

/** Who else has this design open just now. */
export default function PresentMarks() {
  const others = usePresence();
  if (others.length === 0) return null;
  const names = others.map((o) => o.name ?? say('anotherTab'));
  return (
    <span
      role="status"
      aria-label={say('alsoHere', { names: names.join(', ') })}
      title={say('alsoHereWhatTheySave', { names: names.join(', ') })}
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
