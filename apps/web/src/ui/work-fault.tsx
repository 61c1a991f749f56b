import { Button } from './button';
import { SeverityMark } from './marks';

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
      <span className="min-w-40 flex-1">
        {what}: {reason}. The design itself is kept.
      </span>
      <Button className="!h-7 !px-2" onClick={onAgain}>
        Try again
      </Button>
    </div>
  );
}
