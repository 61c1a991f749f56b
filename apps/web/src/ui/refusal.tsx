/** What was refused, in words, where it was asked for; nothing while nothing was. */
export const Refusal = ({ fault, className = '' }: { fault: string | null; className?: string }) =>
  fault === null ? null : (
    <p role="alert" className={`text-[13px] text-rust ${className}`}>
      {fault}
    </p>
  );
