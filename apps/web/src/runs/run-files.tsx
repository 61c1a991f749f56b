import { Download } from 'lucide-react';
import type { RunFile, RunState } from '@brelm/contract';
import { bytesText, SeverityMark, VerdictMark } from '../ui';
import { apiAt } from '../platform/address';
import { say } from '../words/runs';

const WORDS: Record<RunState, string> = {
  queued: 'waiting',
  working: say('beingMade'),
  done: 'made',
  failed: 'failed',
  cancelled: say('cancelled'),
};

function Mark({ state }: { state: RunState }) {
  if (state === 'done') return <VerdictMark verdict="reads" size={13} />;
  if (state === 'failed') return <SeverityMark severity="stop" size={13} />;
  if (state === 'cancelled') return <SeverityMark severity="note" size={13} />;
  return (
    <span
      aria-hidden
      className={`inline-block h-3 w-3 rounded-full border-2 ${state === 'working' ? 'animate-pulse border-moss bg-moss/40' : 'border-line'}`}
    />
  );
}

/** The files of a run: each with how it went, and the way to it. */
export function RunFiles({ files, cleaned }: { files: readonly RunFile[]; cleaned?: boolean }) {
  return (
    <ul aria-label={say('files')} className="divide-y divide-line text-[13.5px]">
      {files.map((f) => {
        const name = f.path.split('/').pop()!;
        return (
          <li key={f.id} className="flex items-start gap-2.5 py-1.5" data-state={f.state}>
            <span className="mt-1">
              <Mark state={f.state} />
            </span>
            <span className="min-w-0 flex-1">
              <span className="block truncate" title={f.path}>
                {name}
              </span>
              <span className={`block text-[12.5px] ${f.state === 'failed' ? 'text-rust' : 'text-muted'}`}>
                {f.state === 'done' && f.report ? (
                  <>
                    {say('px', {
                      width: f.width,
                      height: f.height,
                      bytes: bytesText(f.report.bytes),
                      checked: f.report.checked,
                      isLoss: Boolean(f.report.loss),
                      loss: f.report.loss,
                    })}
                  </>
                ) : (
                  (f.reason ?? WORDS[f.state])
                )}
              </span>
            </span>
            {f.state === 'done' && !cleaned && (
              <a
                href={apiAt(`runs/files/${f.id}`)}
                download
                aria-label={say('download', { name })}
                title={say('download', { name })}
                className="mt-0.5 inline-flex h-7 w-7 shrink-0 items-center justify-center rounded-md hover:bg-line"
              >
                <Download size={15} aria-hidden />
              </a>
            )}
          </li>
        );
      })}
    </ul>
  );
}
