import type { Severity, Verdict } from '@brelm/core/proof';
import { decimal } from '../words/decimal';
import { say } from '../words/ui';

const VERDICT_WORDS: Record<Verdict, string> = {
  reads: say('reads'),
  weak: say('isWeak'),
  vanishes: say('vanishes'),
};

/** How grave a finding is, in a word. */
export const SEVERITY_WORDS: Record<Severity, string> = {
  stop: say('stop'),
  watch: say('watch'),
  note: say('note'),
};

/** Marks differ by shape as well as colour: disc fine, triangle watch, square stop. */
function Shape({ kind, size }: { kind: 'fine' | 'watch' | 'stop' | 'note'; size: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
      {kind === 'fine' && (
        <>
          <circle cx="8" cy="8" r="7" className="fill-moss" />
          <path d="M4.600 8.300l2.300 2.300 4.500-5" fill="none" stroke="#fff" strokeWidth="1.800" />
        </>
      )}
      {kind === 'watch' && (
        <>
          <path d="M8 1.200l7.200 13H.8z" className="fill-ochre" />
          <path d="M8 6v4.200" stroke="#fff" strokeWidth="1.800" />
          <circle cx="8" cy="12.200" r="1" fill="#fff" />
        </>
      )}
      {kind === 'stop' && (
        <>
          <rect x="1" y="1" width="14" height="14" rx="2" className="fill-rust" />
          <path d="M4.800 4.800l6.400 6.400M11.200 4.800l-6.400 6.400" stroke="#fff" strokeWidth="1.800" />
        </>
      )}
      {kind === 'note' && <circle cx="8" cy="8" r="6" fill="none" className="stroke-muted" strokeWidth="2" />}
    </svg>
  );
}

export function VerdictMark({ verdict, size = 14 }: { verdict: Verdict; size?: number }) {
  const kind = verdict === 'reads' ? 'fine' : verdict === 'weak' ? 'watch' : 'stop';
  return (
    <span className="inline-flex" role="img" aria-label={VERDICT_WORDS[verdict]}>
      <Shape kind={kind} size={size} />
    </span>
  );
}

export function SeverityMark({ severity, size = 16 }: { severity: Severity; size?: number }) {
  return (
    <span className="inline-flex" role="img" aria-label={SEVERITY_WORDS[severity]}>
      <Shape kind={severity} size={size} />
    </span>
  );
}

/** A contrast ratio as it is written everywhere: one decimal under ten, none above. */
export const ratioText = (ratio: number): string =>
  ratio < 10 ? decimal(ratio, 1) : Math.round(ratio).toString();
