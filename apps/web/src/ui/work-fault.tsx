import { Button } from './button';
import { SeverityMark } from './marks';
import { say } from '../words/ui';

/** Says that a computation came to no end, and why, and offers to begin it again. */
export function WorkFaultNote({
  what,
  reason,
  onAgain,
}: {
  /** What could not be done: the beginning of the sentence. */
  what: string;
  reason: string;
  onAgain: () => void;
}) {
  return (
    <div role="alert" className="flex flex-wrap items-center gap-2 text-[13px]">
      <SeverityMark severity="stop" />
      <span className="min-w-40 flex-1">{say('theDesignItselfIsKept', { what, reason })}</span>
      <Button className="!h-7 !px-2" onClick={onAgain}>
        {say('tryAgain')}
      </Button>
    </div>
  );
}
